import clsx from 'clsx';
import { useNavigate } from 'react-router';
import type { FindingView } from '../../../contract/index.ts';
import { type Basket, defaultTemplateOf } from '../../../core/book/index.ts';
import { sideSteps } from '../../../core/channels/index.ts';
import {
  causeWords,
  channelName,
  chargedWords,
  className,
  differenceWords,
  editable,
  massOf,
  money,
  serviceInText,
  sideWords,
  stepNames,
} from '../../../words/index.ts';
import { useAcceptMutation, useChannelQuery, useSendMutation } from '../../data/api.ts';
import type { OpenBook } from '../../data/book.ts';
import { selectUnsaved } from '../../data/editing.ts';
import { failure } from '../../data/failed.ts';
import { useAppSelector } from '../../data/index.ts';
import { useMomentText } from '../../ui/clock.ts';

interface Props {
  book: OpenBook;
  finding: FindingView;
}

/** One difference: how much, the smallest basket that shows it, both sides' steps, why, and what can be done. */
export function FindingPanel({ book, finding, moment }: Props & { moment: number }) {
  const { difference, largest } = finding;
  return (
    <article className="mb-6">
      <h2>{titleOf(book, finding)}</h2>
      <p className="mt-1 text-[15px]">
        <strong className={toneOf(finding)}>{differenceWords(finding, book.home)}</strong>{' '}
        {largest !== null && difference !== null && Math.abs(largest) > Math.abs(difference) && (
          <span className="muted">Up to {money(Math.abs(largest), book.home)} in this class.</span>
        )}
      </p>
      <ThreeAnswers book={book} finding={finding} />
      <SmallestBasket book={book} finding={finding} />
      <Steps book={book} finding={finding} />
      <Why book={book} finding={finding} moment={moment} />
      <Acts book={book} finding={finding} />
    </article>
  );
}

const titleOf = (book: OpenBook, finding: FindingView) =>
  `${className(book.book, finding.class)} at ${channelName(finding.channel)}`;
const toneOf = ({ standing }: FindingView) =>
  standing === 'off' ? 'text-off' : standing === 'known limit' ? 'text-limit' : 'muted';
/** The basket of real goods that shows it, or the corner that does. */
const basketOf = (finding: FindingView) => finding.basket ?? finding.corner;

function ThreeAnswers({ book, finding }: Props) {
  return (
    <table className="ruled mt-2" aria-label="Three answers">
      <thead>
        <tr>
          <th>Meant</th>
          <th>Told</th>
          <th>Charged</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td>{chargedWords(finding.meant, book.home)}</td>
          <td>{chargedWords(finding.told, book.home)}</td>
          <td className={`${toneOf(finding)} font-semibold`}>{chargedWords(finding.charged, book.home)}</td>
        </tr>
      </tbody>
    </table>
  );
}

function SmallestBasket({ book, finding }: Props) {
  const dated = useMomentText();
  const { lines, mass, value, place, codes, moment } = basketOf(finding);
  const nameOf = (sku: string) => book.goods.find((item) => item.sku === sku)?.name ?? sku;
  return (
    <>
      <p className="muted small mt-2">
        {finding.basket
          ? 'Smallest basket that shows it'
          : 'No basket of up to two different goods shows it; any such basket would'}
      </p>
      <p className="font-semibold">
        {finding.basket ? lines.map((line) => `${line.units} × ${nameOf(line.sku)}`).join(' and ') : 'Goods'},{' '}
        {massOf(mass)}, {money(value, book.home)} to {place}, {serviceInText(book.book, finding.service)}
        {codes.length > 0 && `, ${codes.join(' and ')}`}
        {finding.class.is !== 'zone' && `, ${dated(moment)}`}
      </p>
    </>
  );
}

function Steps({ book, finding }: Props) {
  const { meant, there } = finding.steps;
  return (
    <table className="ruled mt-3">
      <thead>
        <tr>
          <th>Step</th>
          <th>Intended</th>
          <th>At {channelName(finding.channel)}</th>
        </tr>
      </thead>
      <tbody>
        {sideSteps.map((step) => {
          const [ours, theirs] = [meant, there].map((steps) => steps.filter((one) => one.step === step));
          if ((ours?.length ?? 0) + (theirs?.length ?? 0) === 0) return null;
          return (
            <tr key={step} className={clsx({ differs: step === finding.differs })}>
              <td>{stepNames[step]}</td>
              <td>{sideWords(book.book, ours ?? [], book.home)}</td>
              <td>
                {step === 'pays' && finding.charged
                  ? money(finding.charged.delivery, book.home)
                  : sideWords(book.book, theirs ?? [], book.home)}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Why({ book, finding, moment }: Props & { moment: number }) {
  const dated = useMomentText();
  const { data } = useChannelQuery({ id: finding.channel, moment: new Date(moment).toISOString() });
  const held = data?.held ?? [];
  return (
    <div className={clsx('aside-note', { off: finding.standing === 'off' })}>
      <strong>Why.</strong> {causeWords(book.book, finding, channelName(finding.channel), book.home)}
      {finding.cause === 'in review' &&
        held.length > 0 &&
        ` Held there: ${held.map((one) => `${one.key} until ${dated(one.until)}`).join(', ')}.`}
      {finding.cause === 'refused' &&
        held.length > 0 &&
        ` ${held.map((one) => `${one.key}: ${one.reason}`).join('; ')}.`}
    </div>
  );
}

/** What can be done, and how sending went. */
function Acts({ book, finding }: Props) {
  const go = useNavigate();
  const who = useAppSelector((state) => state.view.who);
  const unsaved = useAppSelector(selectUnsaved);
  const [accept] = useAcceptMutation();
  const [send, sent] = useSendMutation();
  const { cause } = finding;
  const theirs = theirRate(book, finding);
  const pin = () => {
    const pinned = pinnedOf(book, finding);
    book.edit(['pinned', pinned.id], pinned);
    go(`/bench/${pinned.id}`);
  };
  return (
    <>
      <p className="flex flex-wrap gap-1">
        {(cause === 'drift' || cause === 'unsent') && (
          <button
            type="button"
            className="act main"
            disabled={sent.isLoading || unsaved > 0}
            title={unsaved > 0 ? 'Save the changes first' : ''}
            onClick={() => send({ id: finding.channel, who })}
          >
            {cause === 'drift' ? 'Send again' : 'Send'}
          </button>
        )}
        {theirs && (
          <button
            type="button"
            className="act"
            onClick={() => book.edit(theirs.path, { is: 'flat', amount: theirs.amount })}
          >
            Take theirs as intended
          </button>
        )}
        {(cause === 'limit' || cause === 'drift') && (
          <button
            type="button"
            className="act"
            onClick={() => accept({ key: finding.key, accepted: !finding.accepted, who })}
          >
            {finding.accepted ? 'No longer live with it' : 'Live with it'}
          </button>
        )}
        {finding.basket && (
          <button type="button" className="act" onClick={pin}>
            Pin this basket
          </button>
        )}
      </p>
      {sent.isSuccess && (
        <p className="text-true" role="status">
          Sent to {channelName(finding.channel)}; check again to see it hang true.
        </p>
      )}
      {sent.error && (
        <p className="fault" role="alert">
          {failure(sent.error).title}
        </p>
      )}
    </>
  );
}

/** The basket of a finding as one that is pinned: in its channel, and at its moment where that matters. */
function pinnedOf(book: OpenBook, finding: FindingView): Basket {
  const { lines, place, codes, moment } = basketOf(finding);
  return {
    id: `finding-${Date.now().toString(36)}`,
    name: titleOf(book, finding),
    lines: [...lines],
    place,
    codes: [...codes],
    moment: finding.class.is === 'zone' ? null : new Date(moment).toISOString(),
    address: 'home',
    market: null,
    channel: finding.channel,
    customer: null,
    segment: null,
    billing: null,
    spent: {},
    carrier: [],
  };
}

/** Where somebody has changed a flat rate over there: the lane it belongs to, and their amount. */
function theirRate(book: OpenBook, finding: FindingView): { path: string[]; amount: string } | null {
  const there = finding.steps.there.find((one) => one.step === 'rate')?.amount;
  const template = defaultTemplateOf(book.book);
  if (
    finding.cause !== 'drift' ||
    finding.differs !== 'rate' ||
    finding.class.is !== 'zone' ||
    finding.class.zone === null ||
    typeof there !== 'number'
  )
    return null;
  if (template.lanes[finding.class.zone]?.[finding.service]?.rate.is !== 'flat') return null;
  return {
    path: ['templates', template.id, 'lanes', finding.class.zone, finding.service, 'rate'],
    amount: editable(there, template.currency ?? book.home.currency),
  };
}
