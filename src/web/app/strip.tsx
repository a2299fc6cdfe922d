import { Link } from 'react-router';
import { type Basket, channelIds } from '../../core/book/index.ts';
import { dialectOf, settingsOf } from '../../core/channels/index.ts';
import { channelName, massOf, money, serviceName } from '../../words/index.ts';
import { useCheckoutsQuery, useLastCheckQuery } from '../data/api.ts';
import { useBook, useEngine, useMoment } from '../data/book.ts';
import { factsOf } from '../data/facts.ts';
import { useAppDispatch, useAppSelector } from '../data/index.ts';
import { stripRowsSet, stripToggled } from '../data/view.ts';
import { hangOfCharge } from '../stages/check/hang.ts';
import { Grip } from '../ui/grip.tsx';
import { type Hang, hangInk, Plumb } from '../ui/plumb.tsx';

/** The pinned baskets: one row each, the intended charge first, then what each channel charges now. */
export function Strip() {
  const act = useAppDispatch();
  const shown = useAppSelector((state) => state.view.strip);
  const rows = useAppSelector((state) => state.view.stripRows);
  const book = useBook();
  const moment = useMoment();
  const computed = useEngine((engine, edits) => (moment === null ? null : engine.compute(edits, moment)), [moment]);
  const { data: report } = useLastCheckQuery();
  // Channels are asked about every basket that can be asked: changed ones too, but none with goods or places not
  // understood.
  const sound = (basket: Basket) =>
    computed?.pinned.find((one) => one.id === basket.id)?.problems.length === 0 &&
    basket.lines.every((line) => book && factsOf(book.savedGoods).skus.has(line.sku));
  // Channels count in the seller's own currency.
  const baskets = (book?.book.pinned ?? []).filter(
    (basket) => sound(basket) && (basket.market === null || basket.market === book?.home.id),
  );
  const { currentData: asked } = useCheckoutsQuery(
    { moment: new Date(moment ?? 0).toISOString(), baskets },
    { skip: moment === null || baskets.length === 0 },
  );
  if (!book) return null;
  if (!shown) {
    return (
      <section aria-label="Pinned baskets" className="strip flex items-center justify-between px-4 py-1">
        <span className="muted">{baskets.length} pinned baskets</span>
        <button type="button" className="quiet small" onClick={() => act(stripToggled())}>
          Show <kbd>.</kbd>
        </button>
      </section>
    );
  }
  return (
    <section aria-label="Pinned baskets" className="strip">
      <Grip
        label="Pinned baskets in sight"
        value={rows}
        least={1}
        most={Math.max(1, book.book.pinned.length)}
        step={1}
        perPixel={-1 / rowHeight}
        onSet={(next) => act(stripRowsSet(next))}
      />
      <div className="rows" style={{ maxHeight: (1 + rows) * rowHeight }}>
        <table>
          <thead>
            <tr>
              <th>
                <strong className="text-base-content">Pinned baskets</strong>{' '}
                <span className="muted">cheapest delivery</span>
              </th>
              <th>Intended</th>
              {channelIds.map((id) => (
                <th key={id} title={channelName(id)}>
                  {channelIds.length > 4 ? dialectOf(id).short : channelName(id)}
                </th>
              ))}
              <th>
                <button type="button" className="muted" onClick={() => act(stripToggled())}>
                  <kbd>.</kbd> hides
                </button>
              </th>
            </tr>
          </thead>
          <tbody>
            {book.book.pinned.map((basket) => {
              const row = computed?.pinned.find((one) => one.id === basket.id);
              const first = row?.draft?.choices[0];
              const before = row?.saved?.choices.find((choice) => choice.service === first?.service);
              const zone = row?.draft?.zone ?? null;
              const askedAt = baskets.findIndex((one) => one.id === basket.id);
              return (
                <tr key={basket.id}>
                  <td>
                    <Link to={`/bench/${basket.id}`} className="font-semibold">
                      {basket.name}
                    </Link>{' '}
                    <span className="muted small">
                      {row ? `${money(row.goods, row.market)} · ${massOf(row.mass)}` : '…'}
                      {first && ` · ${serviceName(book.book, first.service).toLowerCase()}`}
                    </span>
                  </td>
                  <td>
                    {first && before && before.delivery !== first.delivery && (
                      <span className="muted small">was {money(before.delivery, row?.market)} </span>
                    )}
                    <strong data-testid={`intended-${basket.id}`}>
                      {first ? money(first.delivery, row?.market) : row ? 'none' : '…'}
                    </strong>
                  </td>
                  {channelIds.map((id) => {
                    const there = asked?.channels.find((channel) => channel.id === id);
                    const speed = first && settingsOf(book.book, dialectOf(id)).speeds[first.service];
                    const choices = there?.answers[askedAt];
                    const choice = choices?.find((one) => one.speed === speed);
                    const meant = row?.at?.[id]?.choices.find((one) => one.service === first?.service) ?? first;
                    const by =
                      meant && choice ? choice.charge - choice.discount - (meant.delivery - meant.discount) : null;
                    const hang = hangHere();
                    function hangHere(): Hang {
                      if (basket.market !== null && basket.market !== book?.home.id) return { is: 'not sold there' };
                      if (!there || there.down || askedAt < 0) return { is: 'no answer' };
                      if (!first || !speed || !choices?.length) return { is: 'not sold there' };
                      if (by === null) return { is: 'off', by };
                      return hangOfCharge(
                        report?.findings ?? [],
                        { channel: id, service: first.service, zone, codes: basket.codes },
                        by,
                      );
                    }
                    return (
                      <td key={id} title={there?.down ?? undefined}>
                        <span className={`hung ${hangInk(hang)}`}>
                          {hang.is === 'no answer'
                            ? asked
                              ? 'no answer'
                              : '…'
                            : choice
                              ? money(choice.charge, book.home)
                              : '–'}{' '}
                          <Plumb hang={hang} where={channelName(id)} />
                        </span>
                      </td>
                    );
                  })}
                  <td />
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** The height of a row of the strip, in pixels: as the style sheet has it. */
const rowHeight = 29;
