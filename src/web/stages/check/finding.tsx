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
  serviceName,
  sideWords,
  stepNames,
} from '../../../words/index.ts';
import { useAcceptMutation, useChannelsQuery, useSendMutation } from '../../data/api.ts';
import type { OpenBook } from '../../data/book.ts';
import { useAppSelector } from '../../data/index.ts';
import { useMomentText } from '../../ui/clock.ts';
import { failure } from '../../ui/failed.ts';

/** One difference: how much, the smallest basket that shows it, both sides' steps, why, and what can be done. */
export function FindingPanel({ book, finding, moment }: { book: OpenBook; finding: FindingView; moment: number }) {
  const dated = useMomentText();
  const go = useNavigate();
  const who = useAppSelector((state) => state.view.who);
  const unsaved = useAppSelector((state) => state.draft.edits.length);
  const [accept] = useAcceptMutation();
  const [send, sent] = useSendMutation();
  const { data } = useChannelsQuery(new Date(moment).toISOString());
  const where = channelName(finding.channel);
  const basket = finding.basket ?? finding.corner;
  const say = (amount: number) => money(amount, book.home);
  const tone = finding.standing === 'off' ? 'text-off' : finding.standing === 'known limit' ? 'text-limit' : 'muted';
  const held = data?.channels.find((one) => one.id === finding.channel)?.held ?? [];

  const theirs = theirRate(book, finding);

  const pin = () => {
    const id = `finding-${Date.now().toString(36)}`;
    const pinned: Basket = {
      id,
      name: `${className(book.book, finding.class)} at ${where}`,
      lines: [...basket.lines],
      place: basket.place,
      codes: [...basket.codes],
      moment: finding.class.is === 'zone' ? null : new Date(basket.moment).toISOString(),
      address: 'home',
      market: null,
      channel: finding.channel,
      customer: null,
      segment: null,
      billing: null,
      spent: {},
      carrier: [],
    };
    book.edit(['pinned', id], pinned);
    go(`/bench/${id}`);
  };

  return (
    <article className="mb-6">
      <h2>
        {className(book.book, finding.class)} at {where}
      </h2>
      <p className="mt-1 text-[15px]">
        <strong className={tone}>{differenceWords(finding, book.home)}</strong>{' '}
        {finding.largest !== null &&
          finding.difference !== null &&
          Math.abs(finding.largest) > Math.abs(finding.difference) && (
            <span className="muted">Up to {say(Math.abs(finding.largest))} in this class.</span>
          )}
      </p>
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
            <td className={`${tone} font-semibold`}>{chargedWords(finding.charged, book.home)}</td>
          </tr>
        </tbody>
      </table>
      <p className="muted small mt-2">
        {finding.basket
          ? 'Smallest basket that shows it'
          : 'No basket of up to two different goods shows it; any such basket would'}
      </p>
      <p className="font-semibold">
        {finding.basket
          ? basket.lines
              .map((line) => `${line.units} × ${book.goods.find((item) => item.sku === line.sku)?.name ?? line.sku}`)
              .join(' and ')
          : 'Goods'}
        , {massOf(basket.mass)}, {money(basket.value, book.home)} to {basket.place},{' '}
        {serviceName(book.book, finding.service).toLowerCase()}
        {basket.codes.length > 0 && `, ${basket.codes.join(' and ')}`}
        {finding.class.is !== 'zone' && `, ${dated(basket.moment)}`}
      </p>
      <table className="ruled mt-3">
        <thead>
          <tr>
            <th>Step</th>
            <th>Intended</th>
            <th>At {where}</th>
          </tr>
        </thead>
        <tbody>
          {sideSteps.map((step) => {
            const [ours, theirs] = [finding.steps.meant, finding.steps.there].map((steps) =>
              steps.filter((one) => one.step === step),
            );
            if ((ours?.length ?? 0) + (theirs?.length ?? 0) === 0) return null;
            return (
              <tr key={step} className={step === finding.differs ? 'differs' : ''}>
                <td>{stepNames[step]}</td>
                <td>{sideWords(book.book, ours ?? [], book.home)}</td>
                <td>
                  {step === 'pays' && finding.charged
                    ? say(finding.charged.delivery)
                    : sideWords(book.book, theirs ?? [], book.home)}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className={`aside-note ${finding.standing === 'off' ? 'off' : ''}`}>
        <strong>Why.</strong> {causeWords(book.book, finding, where, book.home)}
        {finding.cause === 'in review' &&
          held.length > 0 &&
          ` Held there: ${held.map((one) => `${one.key} until ${dated(one.until)}`).join(', ')}.`}
        {finding.cause === 'refused' &&
          held.length > 0 &&
          ` ${held.map((one) => `${one.key}: ${one.reason}`).join('; ')}.`}
      </div>
      <p className="flex flex-wrap gap-1">
        {(finding.cause === 'drift' || finding.cause === 'unsent') && (
          <button
            type="button"
            className="act main"
            disabled={sent.isLoading || unsaved > 0}
            title={unsaved > 0 ? 'Save the changes first' : ''}
            onClick={() => send({ id: finding.channel, who })}
          >
            {finding.cause === 'drift' ? 'Send again' : 'Send'}
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
        {(finding.cause === 'limit' || finding.cause === 'drift') && (
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
          Sent to {where}; check again to see it hang true.
        </p>
      )}
      {sent.error && (
        <p className="fault" role="alert">
          {failure(sent.error).title}
        </p>
      )}
    </article>
  );
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
