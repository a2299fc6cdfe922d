import { useNavigate } from 'react-router';
import { channelIds } from '../../../core/book/index.ts';
import { benefitKindOf, type Code, type ConditionBody, type OfferBody } from '../../../core/offers/index.ts';
import { amountOf, channelName } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { AddPart } from '../../ui/add-part.tsx';
import { useToday } from '../../ui/clock.ts';
import { amountIn, ChoicePart, MoneyPart, Several, TestPart, TextPart } from '../../ui/field.tsx';
import { allTimeZones, NamePart } from '../../ui/name-part.tsx';
import { Remover } from '../../ui/remover.tsx';
import { TimePart, weekAfter } from '../../ui/time-part.tsx';
import { BenefitPart } from './benefit.tsx';
import { GoodsPart, others } from './parts.tsx';

const codeFault = (text: string): string | null =>
  /^[A-Z0-9]{3,20}$/.test(text) ? null : '3 to 20 capital letters and digits';
const batchFault = (text: string): string | null =>
  /^[a-z0-9][a-z0-9-]{0,39}$/.test(text) ? null : 'small letters, digits and hyphens';
const countFault = (text: string): string | null => (/^[1-9]\d{0,6}$/.test(text) ? null : 'a whole number from 1');

type Set = <Field extends keyof OfferBody>(field: Field, value: OfferBody[Field]) => void;
interface Part {
  readonly book: OpenBook;
  readonly offer: OfferBody;
  readonly set: Set;
}

/**
 * An offer as one plain sentence; its underlined parts are its fields, and what is not in use can be added at the end.
 */
export function OfferSentence({ book, offer }: { book: OpenBook; offer: OfferBody }) {
  const set: Set = (field, value) => book.edit(['offers', offer.id, field], value);
  const when = offer.window;
  const today = useToday(when.zone);
  const part = { book, offer, set };
  return (
    <div className="sentence">
      From{' '}
      <TimePart
        label="Start"
        none="always"
        begin={today}
        value={when.from}
        onCommit={(from) => set('window', { ...when, from })}
      />{' '}
      until{' '}
      <TimePart
        label="End"
        none="further notice"
        begin={weekAfter(when.from ?? today)}
        value={when.until}
        onCommit={(until) => set('window', { ...when, until })}
      />{' '}
      <NamePart
        label="Time zone"
        value={when.zone}
        all={allTimeZones}
        onCommit={(zone) => set('window', { ...when, zone })}
      />{' '}
      time,
      <Who {...part} />
      <CodePart {...part} />
      <Asks {...part} /> has{' '}
      <BenefitPart book={book} benefit={offer.benefit} onCommit={(benefit) => set('benefit', benefit)} />
      <Where {...part} />.
      <LimitsPart {...part} />
      <GroupsPart book={book} offer={offer} /> <Additions {...part} />
    </div>
  );
}

function Who({ book, offer, set }: Part) {
  if (offer.segments === null) return <> anyone</>;
  return (
    <>
      {' '}
      customers of the segment{' '}
      <Several
        label="Segments"
        all={book.book.segments}
        chosen={offer.segments}
        onCommit={(next) => set('segments', next)}
      />
    </>
  );
}

function CodePart({ offer: { code }, set }: Part) {
  if (code === null) return null;
  const kinds: Record<Code['is'], () => Code> = {
    shared: () => ({ is: 'shared', code: code.is === 'single use' ? 'NEW10' : code.code }),
    link: () => ({ is: 'link', code: code.is === 'single use' ? 'NEW10' : code.code }),
    'single use': () => ({ is: 'single use', batch: 'cards' }),
  };
  return (
    <>
      {' '}
      who{' '}
      <ChoicePart
        label="How the code is given"
        value={code.is}
        choices={[
          { value: 'shared', label: 'enters' },
          { value: 'link', label: 'follows a link that carries' },
          { value: 'single use', label: 'enters an unused code of the batch' },
        ]}
        onCommit={(is) => set('code', kinds[is]())}
      />{' '}
      {code.is === 'single use' ? (
        <TextPart
          label="Batch"
          value={code.batch}
          fault={batchFault}
          onCommit={(batch) => set('code', { ...code, batch })}
        />
      ) : (
        <TextPart
          label="Code"
          value={code.code}
          fault={codeFault}
          onCommit={(next) => set('code', { ...code, code: next })}
        />
      )}
    </>
  );
}

function Asks({ book, offer: { asks, code }, set }: Part) {
  const change = (at: number, next: ConditionBody | null) =>
    set('asks', next === null ? asks.filter((_, i) => i !== at) : asks.map((one, i) => (i === at ? next : one)));
  return asks.map((ask, i) => {
    const nth = asks.length > 1 ? ` ${i + 1}` : '';
    return (
      // biome-ignore lint/suspicious/noArrayIndexKey: asks have no names, and stay in their places
      <span key={i}>
        {i > 0 || code !== null ? ' and' : ' who'}{' '}
        {ask.over === 'value' ? (
          <>
            spends at least{' '}
            <MoneyPart
              label={`Least value${nth}`}
              amount={ask.value}
              also={ask.also}
              {...others(book)}
              onCommit={(value, also) => change(i, { ...ask, value, also })}
            />{' '}
            on{' '}
            <GoodsPart
              book={book}
              label={`Goods asked for${nth}`}
              goods={ask.goods}
              onCommit={(goods) => change(i, { ...ask, goods })}
            />{' '}
            <TestPart value={ask.test} onCommit={(test) => change(i, { ...ask, test })} /> discounts
          </>
        ) : (
          <>
            buys at least{' '}
            <TextPart
              label={`Least units${nth}`}
              value={String(ask.units)}
              fault={countFault}
              onCommit={(units) => change(i, { ...ask, units: Number(units) })}
            />{' '}
            of{' '}
            <GoodsPart
              book={book}
              label={`Goods asked for${nth}`}
              goods={ask.goods}
              onCommit={(goods) => change(i, { ...ask, goods })}
            />
          </>
        )}{' '}
        <button
          type="button"
          className="quiet small"
          aria-label={`Do not ask for it${nth}`}
          title="ask no longer"
          onClick={() => change(i, null)}
        >
          ×
        </button>
      </span>
    );
  });
}

function Where({ book, offer, set }: Part) {
  const { zones, markets, channels } = offer;
  return (
    <>
      {offer.goods !== null && (
        <>
          {' '}
          with{' '}
          <GoodsPart
            book={book}
            label="Goods it is for"
            goods={offer.goods}
            onCommit={(goods) => set('goods', goods)}
          />{' '}
          in the basket
        </>
      )}
      {zones === null ? (
        ' in every place'
      ) : (
        <>
          {' '}
          in <Several label="Zones" all={book.book.zones} chosen={zones} onCommit={(next) => set('zones', next)} />
        </>
      )}
      {markets && (
        <>
          , in the market{' '}
          <Several label="Markets" all={book.book.markets} chosen={markets} onCommit={(next) => set('markets', next)} />
        </>
      )}
      {channels && (
        <>
          , at{' '}
          <Several
            label="Channels"
            all={channelIds.map((id) => ({ id, name: channelName(id) }))}
            chosen={channels}
            onCommit={(next) => set('channels', next)}
          />
        </>
      )}
    </>
  );
}

function LimitsPart({ book, offer, set }: Part) {
  const { uses, each, most, budget } = offer.limits;
  const limit = (change: Partial<OfferBody['limits']>) => set('limits', { ...offer.limits, ...change });
  return (
    <>
      {uses !== null && (
        <>
          {' '}
          In all it may be used{' '}
          <TextPart
            label="Uses in all"
            value={String(uses)}
            fault={countFault}
            onCommit={(text) => limit({ uses: Number(text) })}
          />{' '}
          times.
        </>
      )}
      {each !== null && (
        <>
          {' '}
          A customer may use it{' '}
          <TextPart
            label="Uses a customer"
            value={String(each)}
            fault={countFault}
            onCommit={(text) => limit({ each: Number(text) })}
          />{' '}
          times.
        </>
      )}
      {most !== null && (
        <>
          {' '}
          It takes at most{' '}
          <MoneyPart
            label="Largest discount"
            amount={most.amount}
            also={most.also}
            {...others(book)}
            onCommit={(amount, also) => limit({ most: { amount, also } })}
          />{' '}
          an order.
        </>
      )}
      {budget !== null && <BudgetPart book={book} budget={budget} change={(next) => limit({ budget: next })} />}
      {offer.stocked && ' Goods that a channel stocks count for it.'}
    </>
  );
}

type Budget = NonNullable<OfferBody['limits']['budget']>;

/** What it may cost, in all or each week; one amount for all channels, or a share for each. */
function BudgetPart({ book, budget, change }: { book: OpenBook; budget: Budget; change: (budget: Budget) => void }) {
  const { split } = budget;
  const fault = amountIn(book.home.currency);
  const shares = split && channelIds.filter((id) => id in split);
  return (
    <>
      {' '}
      {split === null ? (
        <>
          It may cost{' '}
          <TextPart
            label="Budget"
            value={budget.amount}
            fault={fault}
            onCommit={(amount) => change({ ...budget, amount })}
          />
        </>
      ) : (
        <>
          It may cost{' '}
          {shares?.map((id, i) => (
            <span key={id}>
              {i > 0 && ', '}
              <TextPart
                label={`Budget at ${channelName(id)}`}
                value={split[id] ?? '0'}
                fault={fault}
                onCommit={(share) => change({ ...budget, split: { ...split, [id]: share } })}
              />{' '}
              at {channelName(id)}
            </span>
          ))}
          , nothing elsewhere,
        </>
      )}{' '}
      <ChoicePart
        label="Budget for"
        value={budget.per}
        choices={[
          { value: 'all', label: 'in all' },
          { value: 'week', label: 'a week, from Monday on' },
        ]}
        onCommit={(per) => change({ ...budget, per })}
      />
      .{' '}
      <button
        type="button"
        className="quiet small"
        onClick={() =>
          change({
            ...budget,
            split: split === null ? Object.fromEntries(channelIds.map((id) => [id, budget.amount])) : null,
          })
        }
      >
        {split === null ? 'a share for each channel' : 'one budget for all'}
      </button>
    </>
  );
}

/** The either/or groups it is in: of each at most one acts. */
function GroupsPart({ book, offer }: { book: OpenBook; offer: OfferBody }) {
  const groups = book.book.eitherOr;
  if (groups.length === 0) return null;
  const mine = groups.filter((group) => group.offers.includes(offer.id)).map((group) => group.id);
  const turn = (chosen: readonly string[]) =>
    book.editAll(
      groups.flatMap((group) => {
        const [was, is] = [group.offers.includes(offer.id), chosen.includes(group.id)];
        return was === is
          ? []
          : [
              {
                path: ['eitherOr', group.id, 'offers'],
                value: is ? [...group.offers, offer.id] : group.offers.filter((id) => id !== offer.id),
              },
            ];
      }),
    );
  return (
    <>
      {' '}
      {mine.length === 0 ? 'It acts beside any other offer; put it into' : 'Of'}{' '}
      <Several label="Either/or" all={groups} chosen={mine} least={0} onCommit={turn} />{' '}
      {mine.length === 0 ? 'and only one of those acts.' : 'only one acts.'}
    </>
  );
}

/** What is not said of the offer yet, and what is to be said no longer. */
function Additions({ book, offer, set }: Part) {
  const { limits } = offer;
  const { zones, segments, markets } = book.book;
  const limit = (change: Partial<OfferBody['limits']>) => set('limits', { ...limits, ...change });
  const said: [boolean, string, () => void][] = [
    [offer.code === null, 'a code', () => set('code', { is: 'shared', code: 'NEW10' })],
    [offer.code !== null, 'no code', () => set('code', null)],
    [
      offer.asks.length < 4,
      'a least value',
      () => set('asks', [...offer.asks, { over: 'value', value: '60.00', also: {}, test: 'before', goods: null }]),
    ],
    [
      offer.asks.length < 4,
      'a least count of units',
      () => set('asks', [...offer.asks, { over: 'units', units: 3, goods: null }]),
    ],
    [offer.zones === null, 'only some zones', () => set('zones', [zones[0]?.id ?? ''])],
    [offer.zones !== null, 'every place', () => set('zones', null)],
    [offer.markets === null && markets.length > 1, 'only some markets', () => set('markets', [markets[0]?.id ?? ''])],
    [offer.markets !== null, 'every market', () => set('markets', null)],
    [offer.channels === null, 'only some channels', () => set('channels', [channelIds[0]])],
    [offer.channels !== null, 'every channel', () => set('channels', null)],
    [
      offer.segments === null && segments.length > 0,
      'only some customers',
      () => set('segments', [segments[0]?.id ?? '']),
    ],
    [offer.segments !== null, 'every customer', () => set('segments', null)],
    [limits.uses === null, 'a limit on uses in all', () => limit({ uses: 100 })],
    [limits.uses !== null, 'no limit on uses in all', () => limit({ uses: null })],
    [limits.each === null, 'a limit on uses a customer', () => limit({ each: 1 })],
    [limits.each !== null, 'no limit on uses a customer', () => limit({ each: null })],
    [
      limits.most === null,
      'a largest discount an order',
      () => limit({ most: { amount: amountOf(20, book.home.currency), also: {} } }),
    ],
    [limits.most !== null, 'no largest discount', () => limit({ most: null })],
    [
      limits.budget === null,
      'a budget',
      () => limit({ budget: { amount: amountOf(300, book.home.currency), per: 'all', split: null } }),
    ],
    [limits.budget !== null, 'no budget', () => limit({ budget: null })],
    [
      offer.goods === null && book.book.selections.length > 0 && !namesGoods(offer),
      'only with some goods',
      () => set('goods', book.book.selections[0]?.id ?? null),
    ],
    [offer.goods !== null, 'with any goods', () => set('goods', null)],
    [!offer.stocked, 'goods that a channel stocks count', () => set('stocked', true)],
    [offer.stocked, 'goods that a channel stocks do not count', () => set('stocked', false)],
  ];
  return (
    <AddPart added={Object.fromEntries(said.filter(([wanted]) => wanted).map(([, label, act]) => [label, act]))} />
  );
}

/** Whether its benefit names its goods itself. */
const namesGoods = ({ benefit }: OfferBody): boolean => benefitKindOf(benefit).sort === 'goods';

/** What is done with an offer as a whole: kept as a draft, meant, paused, copied, taken away. */
export function OfferActs({
  book,
  offer,
  copyToNextYear,
}: {
  book: OpenBook;
  offer: OfferBody;
  copyToNextYear: () => void;
}) {
  const go = useNavigate();
  const set = (state: OfferBody['state']) => book.edit(['offers', offer.id, 'state'], state);
  return (
    <p className="flex flex-wrap gap-4">
      {offer.state !== 'meant' && (
        <button type="button" className="quiet" onClick={() => set('meant')}>
          {offer.state === 'draft' ? 'Mean it' : 'Go on with it'}
        </button>
      )}
      {offer.state === 'meant' && (
        <button type="button" className="quiet" onClick={() => set('paused')}>
          Pause
        </button>
      )}
      {offer.state !== 'draft' && (
        <button type="button" className="quiet" onClick={() => set('draft')}>
          Back to a draft
        </button>
      )}
      <button type="button" className="quiet" onClick={copyToNextYear}>
        Copy to next year
      </button>
      <Remover book={book} things={[{ named: 'offer', id: offer.id }]} onRemoved={() => go('/offers')}>
        Remove the offer
      </Remover>
    </p>
  );
}
