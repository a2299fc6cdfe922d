import { type Basket, type ChannelId, channelIds } from '../../../core/book/index.ts';
import { type SideStep, sideSteps, siteFor } from '../../../core/channels/index.ts';
import { channelName, money, serviceName, sideWords, stepNames } from '../../../words/index.ts';
import { useCheckoutQuery, useLastCheckQuery } from '../../data/api.ts';
import type { OpenBook } from '../../data/book.ts';
import type { Sided } from '../../engine/quick.ts';
import { type Hang, hangInk, Plumb } from '../../ui/plumb.tsx';
import { hangOfCharge } from '../check/hang.ts';

type Service = Sided['services'][number];

/** The services there are, each with what its delivery is meant to cost. */
export function ServiceTabs({
  book,
  sided,
  service,
  onChoose,
}: {
  book: OpenBook;
  sided: Sided;
  service: Service;
  onChoose: (service: string) => void;
}) {
  return (
    <div className="tabs-row mt-4">
      {sided.services.map((one) => {
        const meant = sided.answer.choices.find((other) => other.service === one.service);
        return (
          <button
            type="button"
            key={one.service}
            className="tab-link cursor-pointer"
            aria-current={one === service ? 'page' : undefined}
            onClick={() => onChoose(one.service)}
          >
            {serviceName(book.book, one.service)}{' '}
            {meant ? money(meant.delivery, sided.market) : <span className="muted">not offered</span>}
          </button>
        );
      })}
    </div>
  );
}

const total = (steps: readonly SideStep[]): number => steps.reduce((sum, one) => sum + (one.amount ?? 0), 0);
const stepOf = (steps: readonly SideStep[], step: SideStep['step']) => steps.filter((one) => one.step === step);

/** The first step at which a side comes to another amount than what is meant; null where none does. */
function firstDiffering(meant: readonly SideStep[], there: readonly SideStep[]): SideStep['step'] | null {
  if (meant.length === 0 || there.length === 0) return null;
  return sideSteps.slice(1).find((step) => total(stepOf(meant, step)) !== total(stepOf(there, step))) ?? null;
}

interface SideTableProps {
  book: OpenBook;
  sided: Sided;
  service: Service;
  /** The basket that channels' checkouts are asked about, if they can be. */
  asking: { moment: string; basket: Basket; isAsked: boolean };
}

/** Every side's steps to what it charges for a service, the first that differs marked; and what each charges now. */
export function SideTable({ book, sided, service, asking }: SideTableProps) {
  return (
    <>
      <div className="wide">
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
            {sideSteps.map((step) => (
              <tr key={step}>
                <td>{stepNames[step]}</td>
                <td>{sideWords(book.book, stepOf(service.meant, step), sided.market)}</td>
                {channelIds.map((id) => {
                  const steps = service.channels[id]?.steps ?? [];
                  const parts = firstDiffering(service.meant, steps) === step;
                  return (
                    <td key={id} className={parts ? 'bg-[var(--off-ground)] font-semibold' : ''}>
                      {sideWords(book.book, stepOf(steps, step), sided.market)}
                    </td>
                  );
                })}
              </tr>
            ))}
            <ChargedNow book={book} sided={sided} service={service} asking={asking} />
          </tbody>
        </table>
      </div>
      <p className="muted small mt-2">
        Steps at a channel are worked out from what it says is live; “charged now” is what its checkout answers.
      </p>
    </>
  );
}

/** What is meant, and what each channel's checkout charges at this moment. */
function ChargedNow(props: SideTableProps) {
  const { sided, service } = props;
  const choice = sided.answer.choices.find((one) => one.service === service.service);
  return (
    <tr>
      <td>
        <strong>Charged now</strong>
      </td>
      <td>
        <strong>{choice ? money(choice.delivery, sided.market) : 'not offered'}</strong>
      </td>
      {channelIds.map((id) => (
        <ChargedThere key={id} id={id} {...props} />
      ))}
    </tr>
  );
}

function ChargedThere({ id, book, sided, service, asking }: SideTableProps & { id: ChannelId }) {
  const { data: report } = useLastCheckQuery();
  const { moment, basket, isAsked } = asking;
  const { data: asked } = useCheckoutQuery({ id, moment, baskets: [basket] }, { skip: !isAsked });
  const elsewhere = siteFor(book.book, sided.market, id) === null;
  const choice = sided.answer.choices.find((one) => one.service === service.service);
  const side = service.channels[id];
  const there = asked?.answers[0]?.find((one) => one.speed === side?.speed);
  const meant = side?.meant ?? choice;
  const by =
    there && meant ? there.charge + (there.borne ?? 0) - there.discount - (meant.delivery - meant.discount) : null;
  const hang = hangHere();
  return (
    <td>
      <span className={`hung ${hangInk(hang)}`}>
        {words()}
        <Plumb hang={hang} where={channelName(id)} />
      </span>
    </td>
  );

  function hangHere(): Hang {
    if (asked?.down) return { is: 'no answer' };
    if (by === null) return choice || there ? { is: 'not sold there' } : { is: 'matches' };
    const of = { channel: id, service: service.service, zone: sided.answer.zone, codes: basket.codes };
    return hangOfCharge(report?.findings ?? [], of, by);
  }

  function words(): string {
    if (elsewhere) return 'not sold there';
    if (asked?.down) return 'no answer';
    if (there?.borne) return `${money(there.charge, sided.market)}, ${money(there.borne, sided.market)} paid by it`;
    if (there) return money(there.charge, sided.market);
    return asked ? 'not offered' : '…';
  }
}
