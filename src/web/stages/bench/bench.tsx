import { useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { type Basket, channelIds } from '../../../core/book/index.ts';
import { type SideStep, sideSteps } from '../../../core/channels/index.ts';
import { instantOf, localOf } from '../../../core/exact/index.ts';
import {
  channelName,
  faultText,
  massOf,
  missingWords,
  money,
  serviceName,
  sideWords,
  stepNames,
  stepWords,
} from '../../../words/index.ts';
import { usePlaces } from '../../app/rooms.ts';
import { useCheckoutsQuery, useLastCheckQuery, useSegmentOfQuery, useSpendQuery } from '../../data/api.ts';
import { type OpenBook, useBook, useEngine, useMoment } from '../../data/book.ts';
import { factsOf } from '../../data/facts.ts';
import type { Sided, Unanswered } from '../../engine/quick.ts';
import { ChoicePart, nameFault, TextPart } from '../../ui/field.tsx';
import { ItemBox } from '../../ui/item-box.tsx';
import { NotThere } from '../../ui/missing.tsx';
import { type Hang, hangInk, Plumb } from '../../ui/plumb.tsx';
import { TimePart } from '../../ui/time-part.tsx';
import { hangOfCharge } from '../check/hang.ts';
import { useLiveFiles } from './live.ts';
import { MarginTable } from './margin.tsx';
import { Seen } from './seen.tsx';
import { ShopperParts } from './shopper.tsx';
import { withCustomer, withSpend } from './told.ts';

export function BenchStage() {
  const book = useBook();
  const moment = useMoment();
  const { basket: id } = useParams();
  const basket = book?.book.pinned.find((one) => one.id === id);
  if (!book || moment === null) return null;
  if (!basket) {
    const all = book.book.pinned.map((one) => ({ id: one.id, name: one.name, to: `/bench/${one.id}` }));
    return <NotThere what="pinned basket" id={id ?? ''} all={all} home="/check" />;
  }
  return <Bench key={basket.id} book={book} basket={basket} moment={moment} />;
}

/**
 * One basket: its lines, place, codes and moment, and every side's steps beside each other, the first that differs
 * marked.
 */
function Bench({ book, basket: pinned, moment }: { book: OpenBook; basket: Basket; moment: number }) {
  const placeOf = usePlaces();
  const { data: spend } = useSpendQuery();
  const { data: segment } = useSegmentOfQuery(pinned.customer ?? '', { skip: pinned.customer === null });
  const basket = useMemo(() => withSpend(pinned, spend ?? [], book.book), [pinned, spend, book.book]);
  const asking = useMemo(() => withCustomer(basket, segment), [basket, segment]);
  const go = useNavigate();
  const zone = book.home.timeZone;
  const set = (field: keyof Basket, value: unknown) => book.edit(['pinned', basket.id, field], value);
  const at = new Date(moment).toISOString();
  const live = useLiveFiles(at);
  const sided = useEngine<Sided | Unanswered>(
    (engine, edits) => engine.everySide(edits, asking, moment, live) as Promise<Sided | Unanswered>,
    [asking, moment, live],
  );
  const known = basket.lines.every((line) => factsOf(book.savedGoods).skus.has(line.sku));
  const assumed = book.book.markets.find((one) => one.id === (basket.market ?? book.home.id))?.assumed ?? null;
  const elsewhere = basket.market !== null && basket.market !== book.home.id;
  const { data: asked } = useCheckoutsQuery(
    { moment: at, baskets: [asking] },
    { skip: !known || elsewhere || (sided !== null && 'problems' in sided) },
  );
  const { data: report } = useLastCheckQuery();
  const [chosen, setChosen] = useState<string | null>(null);
  const answer = sided && 'answer' in sided ? sided : null;
  const service =
    answer?.services.find((one) => one.service === chosen) ??
    answer?.services.find((one) => one.service === answer.answer.choices[0]?.service) ??
    answer?.services[0];
  const choice = answer?.answer.choices.find((one) => one.service === service?.service);
  const why = answer?.answer.missing.find((one) => one.service === service?.service);

  return (
    <div className="stage">
      <section className="sheet" aria-label={basket.name}>
        <div className="head">
          <h1>{basket.name}</h1>
          <span className="muted">
            {answer && `${money(answer.goods, answer.market)} · ${massOf(answer.answer.mass)}`}
          </span>
          <span className="acts">
            <button
              type="button"
              className="act"
              onClick={() => {
                const id = `${basket.id.slice(0, 28)}-${Date.now().toString(36).slice(-4)}`;
                book.edit(['pinned', id], { ...pinned, id, name: `${basket.name}, again` });
                go(`/bench/${id}`);
              }}
            >
              Copy
            </button>
            <button
              type="button"
              className="act"
              onClick={() => {
                book.edit(['pinned', basket.id], undefined);
                go('/check');
              }}
            >
              Unpin
            </button>
          </span>
        </div>
        <p className="sentence bg-base-100 p-3">
          <TextPart
            label="Name of the basket"
            value={basket.name}
            fault={nameFault}
            onCommit={(name) => set('name', name)}
          />
          : to{' '}
          <TextPart label="Place" value={basket.place} onCommit={(place) => place.length > 1 && set('place', place)} />
          {assumed !== null && assumed !== basket.place && (
            <>
              {' '}
              <button
                type="button"
                className="quiet small"
                title="What the shopper sees before the address is known"
                onClick={() => set('place', assumed)}
              >
                as assumed, {assumed}
              </button>
            </>
          )}
          , a{' '}
          <ChoicePart
            label="Home or business"
            value={basket.address}
            choices={[
              { value: 'home', label: 'home' },
              { value: 'business', label: 'business' },
            ]}
            onCommit={(address) => set('address', address)}
          />
          , with{' '}
          <TextPart
            label="Codes"
            placeholder="no code"
            value={basket.codes.join(' ')}
            fault={(text) =>
              text
                .split(/\s+/)
                .filter(Boolean)
                .every((code) => /^[A-Z0-9]{3,20}$/.test(code))
                ? null
                : 'codes are 3 to 20 capital letters and digits'
            }
            onCommit={(codes) => set('codes', codes.split(/\s+/).filter(Boolean))}
          />{' '}
          at{' '}
          <TimePart
            label="Moment"
            none="the moment above"
            begin={localOf(moment, zone)}
            value={basket.moment === null ? null : localOf(Date.parse(basket.moment), zone)}
            onCommit={(local) => {
              const at = local === null ? null : instantOf(local, zone);
              if (!at || at.ok) set('moment', at && new Date(at.value).toISOString());
            }}
          />
          {book.book.markets.length > 1 && (
            <>
              , bought in{' '}
              <ChoicePart
                label="Market"
                value={basket.market ?? book.home.id}
                choices={book.book.markets.map((one) => ({ value: one.id, label: `${one.name} (${one.currency})` }))}
                onCommit={(id) => set('market', id === book.home.id ? null : id)}
              />
            </>
          )}
          <ShopperParts book={book} basket={basket} own={pinned.spent} moment={moment} set={set} />
        </p>
        <Lines book={book} basket={basket} change={(lines) => set('lines', lines)} />
        {sided && 'problems' in sided && (
          <div className="aside-note off" role="alert">
            {sided.problems.slice(0, 8).map((one) => (
              <p key={`${one.at.join()} ${faultText(one)}`}>
                {one.at.join(' › ')}: {faultText(one)}
              </p>
            ))}
          </div>
        )}
        {answer && service && (
          <>
            <div className="tabs-row mt-4">
              {answer.services.map((one) => {
                const meant = answer.answer.choices.find((other) => other.service === one.service);
                return (
                  <button
                    type="button"
                    key={one.service}
                    className="tab-link cursor-pointer"
                    aria-current={one === service ? 'page' : undefined}
                    onClick={() => setChosen(one.service)}
                  >
                    {serviceName(book.book, one.service)}{' '}
                    {meant ? money(meant.delivery, answer.market) : <span className="muted">not offered</span>}
                  </button>
                );
              })}
            </div>
            <table className="ruled" aria-label="Steps side by side">
              <thead>
                <tr>
                  <th>Step</th>
                  <th>Intended</th>
                  {channelIds.map((id) => (
                    <th key={id}>{channelName(id)}</th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {sideSteps.map((step) => {
                  const meant = service.meant.filter((one) => one.step === step);
                  const total = (steps: readonly SideStep[]) => steps.reduce((sum, one) => sum + (one.amount ?? 0), 0);
                  return (
                    <tr key={step}>
                      <td>{stepNames[step]}</td>
                      <td>{sideWords(book.book, meant, book.home)}</td>
                      {channelIds.map((id) => {
                        const side = service.channels[id];
                        const there = side?.steps.filter((one) => one.step === step) ?? [];
                        const earlier = sideSteps
                          .slice(1, sideSteps.indexOf(step))
                          .some(
                            (name) =>
                              total(service.meant.filter((one) => one.step === name)) !==
                              total(side?.steps.filter((one) => one.step === name) ?? []),
                          );
                        const parts =
                          step !== 'place' &&
                          (side?.steps.length ?? 0) > 0 &&
                          service.meant.length > 0 &&
                          total(meant) !== total(there) &&
                          !earlier;
                        return (
                          <td key={id} className={parts ? 'bg-[var(--off-ground)] font-semibold' : ''}>
                            {sideWords(book.book, there, book.home)}
                          </td>
                        );
                      })}
                    </tr>
                  );
                })}
                <tr>
                  <td>
                    <strong>Charged now</strong>
                  </td>
                  <td>
                    <strong>{choice ? money(choice.delivery, answer?.market ?? book.home) : 'not offered'}</strong>
                  </td>
                  {channelIds.map((id) => {
                    const channel = asked?.channels.find((one) => one.id === id);
                    const speed = service.channels[id]?.speed;
                    const there = channel?.answers[0]?.find((one) => one.speed === speed);
                    const meant = service.channels[id]?.meant ?? choice;
                    const by =
                      there && meant ? there.charge - there.discount - (meant.delivery - meant.discount) : null;
                    const hang = hangHere();
                    function hangHere(): Hang {
                      if (channel?.down) return { is: 'no answer' };
                      if (by !== null)
                        return hangOfCharge(
                          report?.findings ?? [],
                          {
                            channel: id,
                            service: service?.service ?? '',
                            zone: answer?.answer.zone ?? null,
                            codes: basket.codes,
                          },
                          by,
                        );
                      return choice || there ? { is: 'not sold there' } : { is: 'matches' };
                    }
                    return (
                      <td key={id}>
                        <span className={`hung ${hangInk(hang)}`}>
                          {elsewhere
                            ? 'not sold there'
                            : channel?.down
                              ? 'no answer'
                              : there
                                ? money(there.charge, book.home)
                                : asked
                                  ? 'not offered'
                                  : '…'}
                          <Plumb hang={hang} where={channelName(id)} />
                        </span>
                      </td>
                    );
                  })}
                </tr>
              </tbody>
            </table>
            <p className="muted small mt-2">
              Steps at a channel are worked out from what it says is live; “charged now” is what its checkout answers.
            </p>
          </>
        )}
      </section>
      <aside className="meaning" aria-label="How the intended answer comes about">
        <h2>{service ? `${serviceName(book.book, service.service)}, step by step` : 'Step by step'}</h2>
        {service && service.steps.length > 0 ? (
          <table className="ruled mt-2">
            <tbody>
              {service.steps.map((step) => {
                const { words: text, amount } = stepWords(book.book, step, answer?.market ?? book.home);
                const to = placeOf(step.at)?.to;
                return (
                  <tr
                    key={`${step.step} ${text}`}
                    className={step.step === 'unused' ? 'muted' : step.step === 'pays' ? 'font-semibold' : ''}
                  >
                    <td>
                      {to ? (
                        <Link
                          className="underline decoration-base-300 underline-offset-2 hover:decoration-primary"
                          to={to}
                        >
                          {text}
                        </Link>
                      ) : (
                        text
                      )}
                    </td>
                    <td className="figure">{amount !== null && money(amount, answer?.market ?? book.home)}</td>
                  </tr>
                );
              })}
              {choice && (
                <tr className="font-semibold">
                  <td>Goods and delivery, in all</td>
                  <td className="figure">{money(choice.pays, answer?.market ?? book.home)}</td>
                </tr>
              )}
            </tbody>
          </table>
        ) : (
          <p className="mt-2">{why ? missingWords(book.book, why) : '…'}</p>
        )}
        {answer && service?.margin && <MarginTable book={book} margin={service.margin} market={answer.market} />}
        {answer && <Seen book={book} answer={answer.answer} market={answer.market} />}
        {answer && answer.answer.missing.length > 0 && (
          <>
            <h2 className="mt-5">Not offered</h2>
            {answer.answer.missing.map((one) => (
              <p key={one.service} className="border-t border-base-300 py-1.5">
                {serviceName(book.book, one.service)}:{' '}
                <span className="muted">
                  {missingWords(book.book, one)}{' '}
                  {placeOf(one.at) && (
                    <Link className="quiet" to={placeOf(one.at)?.to ?? ''}>
                      {placeOf(one.at)?.words}
                    </Link>
                  )}
                </span>
              </p>
            ))}
          </>
        )}
      </aside>
    </div>
  );
}

/** The lines of the basket: units, and items found by their words. */
function Lines({ book, basket, change }: { book: OpenBook; basket: Basket; change: (lines: Basket['lines']) => void }) {
  const add = (sku: string) => {
    const there = basket.lines.some((line) => line.sku === sku);
    change(
      there
        ? basket.lines.map((line) => (line.sku === sku ? { ...line, units: line.units + 1 } : line))
        : [...basket.lines, { sku, units: 1 }],
    );
  };
  return (
    <>
      <table className="ruled mt-2" aria-label="Lines">
        <tbody>
          {basket.lines.map((line) => {
            const item = book.goods.find((one) => one.sku === line.sku);
            return (
              <tr key={line.sku}>
                <td className="w-20">
                  <input
                    type="number"
                    min={1}
                    max={10000}
                    aria-label={`Units of ${line.sku}`}
                    className="search !w-16"
                    value={line.units}
                    onChange={(event) => {
                      const units = Number(event.target.value);
                      if (Number.isInteger(units) && units >= 1 && units <= 10_000)
                        change(basket.lines.map((one) => (one === line ? { ...one, units } : one)));
                    }}
                  />
                </td>
                <td>
                  {item?.name ?? 'no such item'} <span className="muted mono">{line.sku}</span>
                </td>
                <td className="figure">{item?.price}</td>
                <td className="figure">
                  {basket.lines.length > 1 && (
                    <button
                      type="button"
                      className="quiet"
                      aria-label={`Take ${line.sku} out`}
                      onClick={() => change(basket.lines.filter((one) => one !== line))}
                    >
                      Take out
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="mt-2">
        Add{' '}
        <ItemBox
          goods={book.goods}
          label="Add an item"
          placeholder="words of a name or SKU"
          shows={null}
          className="search"
          onChoose={add}
        />
      </p>
    </>
  );
}
