import { useNavigate, useParams } from 'react-router';
import { channelIds } from '../../core/book/index.ts';
import { dialectOf } from '../../core/channels/index.ts';
import { instantOf } from '../../core/exact/index.ts';
import { type BenefitBody, levelOf, mayAdd, noLimits, type OfferBody } from '../../core/offers/index.ts';
import { nameFault, TextPart } from '../parts/field.tsx';
import { freshId } from '../parts/fresh-id.ts';
import { type Hang, Plumb } from '../parts/plumb.tsx';
import { channelNames, dated, money } from '../parts/words.ts';
import { useChannelsQuery } from '../store/api.ts';
import { type OpenBook, useBook, useDesk, useMoment } from '../store/desk.ts';
import { freshBenefit, kindWord } from './benefit.tsx';
import { OfferActs, OfferSentence } from './sentence.tsx';

export function OffersStage() {
  const book = useBook();
  const moment = useMoment();
  return book && moment !== null && <Offers book={book} moment={moment} />;
}

const day = 24 * 3_600_000;
const at = (local: string | null, zone: string): number | null => {
  const read = local === null ? null : instantOf(local, zone);
  return read?.ok ? read.value : null;
};

/** All offers on a time line, the chosen one as a sentence, and how each channel is told it. */
function Offers({ book, moment }: { book: OpenBook; moment: number }) {
  const { offer: chosen } = useParams();
  const go = useNavigate();
  const { offers } = book.book;
  const offer = offers.find((one) => one.id === chosen) ?? offers[0];
  const notes = useDesk((desk, edits) => desk.notes(edits), [], 'study');
  const computed = useDesk((desk, edits) => desk.compute(edits, moment), [moment]);
  const { data } = useChannelsQuery(new Date(moment).toISOString());
  const [left, right] = [moment - 9 * day, moment + 28 * day];
  const share = (time: number) => `${Math.max(0, Math.min(100, ((time - left) / (right - left)) * 100))}%`;
  const ticks = Array.from({ length: 6 }, (_, i) => left + ((right - left) / 6) * i);
  const longest = Math.max(...channelIds.map((id) => dialectOf(id).reviewHours)) * 3_600_000;
  const problems = offer ? (computed?.problems.filter((one) => one.at[0] === 'offers' && one.at[1] === offer.id) ?? []) : [];

  const add = (is: BenefitBody['is'], more: Partial<OfferBody>) => {
    const id = freshId('offer', offers);
    const benefit = freshBenefit(is, book);
    const title = more.title ?? 'New offer';
    const value: OfferBody = {
      id,
      title,
      titles: {},
      state: 'draft',
      benefit,
      code: null,
      asks: [],
      zones: null,
      markets: null,
      channels: null,
      segments: null,
      limits: noLimits,
      window: { from: null, until: null, zone: book.home.timeZone },
      addsTo: (['goods', 'order', 'delivery'] as const).filter((level) => level !== levelOf(benefit)),
      terms: title,
      note: '',
      ...more,
    };
    book.edit(['offers', id], value);
    go(`/offers/${id}`);
  };
  const nextYear = (local: string | null) => local && `${Number(local.slice(0, 4)) + 1}${local.slice(4).replace(/^-02-29/, '-02-28')}`;
  const copied = (one: OfferBody) => {
    const id = freshId(one.id.replace(/-\d+$/, ''), offers);
    book.edit(['offers', id], { ...one, id, state: 'draft', window: { ...one.window, from: nextYear(one.window.from), until: nextYear(one.window.until) } });
    go(`/offers/${id}`);
  };

  return (
    <div className="stage">
      <section className="sheet" aria-label="Offers">
        <div className="head">
          <h1>Offers</h1>
          <span className="muted">{offers.length} in the book</span>
          <span className="acts">
            <button type="button" className="act" onClick={() => add('off order', { title: 'NEW10: 10 % off your order', code: { is: 'shared', code: 'NEW10' } })}>
              New code
            </button>
            <button
              type="button"
              className="act main"
              onClick={() => add('delivery', { title: 'Free delivery from 60', asks: [{ over: 'value', value: '60.00', also: {}, test: 'before', goods: null }] })}
            >
              New free delivery
            </button>
          </span>
        </div>
        <div className="times">
          <div className="times-row !cursor-default muted small !border-t-0">
            <span>{book.home.timeZone} time</span>
            <span className="relative h-full">
              {ticks.map((tick) => (
                <span key={tick} className="absolute top-2" style={{ left: share(tick) }}>
                  {dated(tick).split(',')[0]?.replace(/^\w+ /, '')}
                </span>
              ))}
            </span>
          </div>
          {offers.map((one) => {
            const { from, until, zone } = one.window;
            const [begin, end] = [at(from, zone), at(until, zone)];
            return (
              <button type="button" key={one.id} className={`times-row ${one.id === offer?.id ? 'chosen' : ''}`} aria-pressed={one.id === offer?.id} onClick={() => go(`/offers/${one.id}`)}>
                <span title={one.title}>
                  {one.title} <span className="muted small">{one.state === 'meant' ? kindWord(one.benefit) : one.state}</span>
                </span>
                <span className="relative h-full overflow-hidden">
                  {begin !== null && <span className="times-review" style={{ left: share(begin - longest), right: `calc(100% - ${share(begin)})` }} />}
                  <span className={`times-bar ${one.code ? 'code' : ''}`} style={{ left: share(begin ?? left), right: `calc(100% - ${share(end ?? right)})` }} />
                  <span className="times-now" style={{ left: share(moment) }} />
                </span>
              </button>
            );
          })}
          {offers.length === 0 && <p className="muted p-3">No offers yet. A usual first one: free delivery at home from 60.</p>}
        </div>
        {offer && (
          <>
            <h2 className="mt-5">{offer.title}</h2>
            <OfferSentence key={offer.id} book={book} offer={offer} />
            <OfferActs book={book} offer={offer} copyToNextYear={() => copied(offer)} />
            <p className="mt-3">
              Title shoppers see: <TextPart label="Title" value={offer.title} fault={nameFault} onCommit={(title) => book.edit(['offers', offer.id, 'title'], title)} />
            </p>
            <p className="mt-1">
              Terms: <TextPart lines label="Terms" value={offer.terms} onCommit={(terms) => book.edit(['offers', offer.id, 'terms'], terms.slice(0, 500))} />
            </p>
            {problems.map((one) => (
              <p key={`${one.at.join()} ${one.wrong}`} className="fault" role="alert">
                {one.at.slice(2).join(' ')}: {one.wrong}; right would be {one.right}
              </p>
            ))}
            <table className="ruled mt-3">
              <thead>
                <tr>
                  <th>Channel</th>
                  <th>How it is said there</th>
                  <th>Submit by</th>
                  <th>State</th>
                </tr>
              </thead>
              <tbody>
                {channelIds.map((id) => {
                  const note = notes?.[id].find((one) => one.clause.about === 'offer' && one.clause.offer === offer.id);
                  const state = data?.channels.find((one) => one.id === id);
                  const held = state?.held.find((one) => one.key.toLowerCase() === offer.id || one.key.toLowerCase().startsWith(`${offer.id}-`));
                  const begin = at(offer.window.from, offer.window.zone);
                  const review = dialectOf(id).reviewHours;
                  const hang: Hang = held
                    ? { is: 'in review' }
                    : !note?.reads
                      ? { is: 'not sold there' }
                      : note.fidelity.is === 'exact'
                        ? { is: 'matches' }
                        : note.fidelity.is === 'bounded'
                          ? { is: 'known limit', by: note.fidelity.bound }
                          : { is: 'off', by: null };
                  return (
                    <tr key={id}>
                      <td>
                        <strong>{channelNames[id]}</strong>
                      </td>
                      <td className="mono">{note?.reads ?? 'not said there'}</td>
                      <td className="whitespace-nowrap">{review === 0 || begin === null ? '—' : dated(begin - review * 3_600_000)}</td>
                      <td>
                        <span className="flex gap-2">
                          <span className="shrink-0">
                            <Plumb hang={hang} where={channelNames[id]} />
                          </span>
                          <span>
                            {held
                              ? `${held.state === 'refused' ? `refused: ${held.reason}` : `in review, at the latest until ${dated(held.until)}`}`
                              : state?.told
                                ? `last sent with revision ${state.told.revision}${state.told.revision < book.revision ? ', saved since' : ''}`
                                : 'never sent'}
                            {note && note.fidelity.is !== 'exact' && <span className={note.fidelity.is === 'bounded' ? 'text-limit' : 'text-off'}> · {note.fidelity.why}</span>}
                          </span>
                        </span>
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </>
        )}
      </section>
      <aside className="meaning" aria-label="What it does to the pinned baskets">
        <h2>Pinned baskets with it</h2>
        <table className="ruled mt-2">
          <tbody>
            {book.book.pinned.map((basket) => {
              const choice = computed?.pinned.find((one) => one.id === basket.id)?.draft?.choices.find((one) => offer && one.used.includes(offer.id));
              return (
                <tr key={basket.id}>
                  <td>{basket.name}</td>
                  <td className="figure">{choice ? `pays ${money(choice.total)}` : 'not used'}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
        {offer && (
          <>
            <h2 className="mt-5">Meets other offers</h2>
            {offers
              .filter((one) => one !== offer)
              .map((one) => {
                const said = (body: OfferBody) => ({ level: levelOf(body.benefit), addsTo: new Set(body.addsTo) });
                const adds = mayAdd(said(one), said(offer));
                return (
                  <p key={one.id} className="border-t border-base-300 py-2">
                    {adds ? 'Adds to' : 'Never together with'} <strong>{one.title}</strong>
                    {adds ? '.' : '; the one by which the shopper pays least is used.'}
                  </p>
                );
              })}
          </>
        )}
      </aside>
    </div>
  );
}
