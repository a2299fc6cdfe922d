import { memo } from 'react';
import { Link } from 'react-router';
import { type Basket, type ChannelId, channelIds } from '../../core/book/index.ts';
import { manifests, settingsOf, siteFor } from '../../core/channels/index.ts';
import { channelName, massOf, money, serviceInText } from '../../words/index.ts';
import { useCheckoutQuery, useLastCheckQuery } from '../data/api.ts';
import { type OpenBook, useBook, useEngine, useMoment } from '../data/book.ts';
import { factsOf } from '../data/facts.ts';
import { useAppDispatch, useAppSelector } from '../data/index.ts';
import { stripRowsSet, stripToggled } from '../data/view.ts';
import type { Pinned } from '../engine/quick.ts';
import { hangOfCharge } from '../stages/check/hang.ts';
import { Grip } from '../ui/grip.tsx';
import { type Hang, hangInk, Plumb } from '../ui/plumb.tsx';

/**
 * The pinned baskets: one row each, the intended charge first, then what each channel charges now. They stay as they
 * are when the page above them changes.
 */
export const Strip = memo(function Strip() {
  const act = useAppDispatch();
  const shown = useAppSelector((state) => state.view.strip);
  const rows = useAppSelector((state) => state.view.stripRows);
  const book = useBook();
  const moment = useMoment();
  const pinned = useEngine((engine) => (moment === null ? null : engine.pinned(moment)), [moment]);
  // Channels are asked about every basket that can be asked: changed ones too, but none with goods or places not
  // understood.
  const sound = (basket: Basket) =>
    pinned?.find((one) => one.id === basket.id)?.problems.length === 0 &&
    basket.lines.every((line) => book && factsOf(book.savedGoods).skus.has(line.sku));
  const baskets = (book?.book.pinned ?? []).filter(sound);
  if (!book || moment === null) return null;
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
                  {channelIds.length > 4 ? manifests.of(id)?.short : channelName(id)}
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
            {book.book.pinned.map((basket) => (
              <Row
                key={basket.id}
                book={book}
                basket={basket}
                row={pinned?.find((one) => one.id === basket.id)}
                asking={{ moment: new Date(moment).toISOString(), baskets }}
              />
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
});

interface RowProps {
  book: OpenBook;
  basket: Basket;
  row: Pinned | undefined;
  /** The baskets that channels are asked about, all at once. */
  asking: { moment: string; baskets: readonly Basket[] };
}

function Row(props: RowProps) {
  const { book, basket, row } = props;
  const first = row?.draft?.choices[0];
  const before = row?.saved?.choices.find((choice) => choice.service === first?.service);
  return (
    <tr>
      <td>
        <Link to={`/bench/${basket.id}`} className="font-semibold">
          {basket.name}
        </Link>{' '}
        <span className="muted small">
          {row ? `${money(row.goods, row.market)} · ${massOf(row.mass)}` : '…'}
          {first && ` · ${serviceInText(book.book, first.service)}`}
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
      {channelIds.map((id) => (
        <There key={id} channel={id} {...props} />
      ))}
      <td />
    </tr>
  );
}

/** What a channel charges now for the service that is meant to be cheapest, and how true that hangs. */
function There({ channel, book, basket, row, asking }: RowProps & { channel: ChannelId }) {
  const { data: report } = useLastCheckQuery();
  const askedAt = asking.baskets.findIndex((one) => one.id === basket.id);
  const { currentData: there } = useCheckoutQuery({ id: channel, ...asking }, { skip: asking.baskets.length === 0 });
  const first = row?.draft?.choices[0];
  const manifest = manifests.of(channel);
  const speed = first && manifest && settingsOf(book.book, manifest).speeds[first.service];
  const choices = there?.answers[askedAt];
  const choice = choices?.find((one) => one.speed === speed);
  const hang = hangHere();
  const amount = choice && row ? money(choice.charge, row.market) : '–';
  const none = there || askedAt < 0 ? 'no answer' : '…';
  return (
    <td title={there?.down ?? undefined}>
      <span className={`hung ${hangInk(hang)}`}>
        {hang.is === 'no answer' ? none : amount} <Plumb hang={hang} where={channelName(channel)} />
      </span>
    </td>
  );

  function hangHere(): Hang {
    if (row && !siteFor(book.book, row.market, channel)) return { is: 'not sold there' };
    if (!there || there.down || askedAt < 0) return { is: 'no answer' };
    if (!first || !speed || !choices?.length) return { is: 'not sold there' };
    if (!choice) return { is: 'off', by: null };
    const own = row?.at?.[channel];
    if (own === null) return { is: 'off', by: null };
    const meant = own?.choices.find((one) => one.service === first.service) ?? first;
    const by = choice.charge + (choice.borne ?? 0) - choice.discount - (meant.delivery - meant.discount);
    const where = { channel, service: first.service, zone: row?.draft?.zone ?? null, codes: basket.codes };
    return hangOfCharge(report?.findings ?? [], where, by);
  }
}

/** The height of a row of the strip, in pixels: as the style sheet has it. */
const rowHeight = 29;
