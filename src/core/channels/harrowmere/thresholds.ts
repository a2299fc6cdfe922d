import type { Minor } from '../../exact/index.ts';
import { allGoods } from '../../offers/index.ts';
import type { FreeFrom } from '../../rates/index.ts';
import { beforeOnly, stated } from '../bounds.ts';
import { addedUp, bounded, boundedIf, exact, type Fidelity, type Remedy, unsayable, worstOf } from '../fidelity.ts';
import { shapeOf } from '../of-goods.ts';
import { fitted } from '../reach.ts';
import { freeFromTerms, freeFromTitle } from '../shopper-texts.ts';
import { chargedAs } from '../together.ts';
import { limits } from './format.ts';
import { manifest } from './manifest.ts';
import { placeName, speedName } from './names.ts';
import { keeps, type PlanLane, type Spoken, type ToldPlan } from './plans.ts';
import { type Draft, type Drafted, lanesAt, mostBesideOne, mostMeant, mostOf, type Telling } from './telling.ts';

/** A plan that a threshold of some value frees at a place. */
interface Freed {
  readonly plan: ToldPlan;
  readonly lane: PlanLane;
  readonly free: FreeFrom;
}

/** From what spend on some plans their lanes are free there. */
interface Line {
  readonly value: Minor;
  readonly spoken: readonly Spoken[];
  readonly plans: readonly ToldPlan[];
}

/**
 * The thresholds of lanes as delivery offers: of those that look at the whole basket one for each value, on all goods
 * that are free from there; of those that look at their own group one for each group. The spend that is asked is on the
 * goods that it frees, and one offer of a speed acts.
 */
export function thresholdsOf(telling: Telling): { drafts: Draft[]; notes: Drafted[] } {
  const lines = new Map<string, Line>();
  const keysAt = new Map<Spoken, string[]>();
  for (const spoken of telling.spoken) {
    for (const { value, plans } of linesAt(telling.plans, spoken)) {
      const key = [value, spoken.speed, ...plans.map(({ plan }) => plan.key)].join(' ');
      lines.set(key, { value, plans, spoken: [...(lines.get(key)?.spoken ?? []), spoken] });
      keysAt.set(spoken, [...(keysAt.get(spoken) ?? []), key]);
    }
  }
  const drawn = new Map([...lines].map(([key, line]) => [key, { ...line, draft: draftOf(telling, line) }]));
  const drawnAt = (spoken: Spoken) => (keysAt.get(spoken) ?? []).flatMap((key) => drawn.get(key) ?? []);
  return { drafts: [...drawn.values()].map(({ draft }) => draft), notes: notesOf(telling, drawnAt) };
}

/** A line with how it is told. */
type Drawn = Line & { readonly draft: Draft };

/** The thresholds that free something at a place for a service. */
function freedAt(plans: readonly ToldPlan[], { place, service }: Spoken): Freed[] {
  return plans.flatMap((plan) =>
    plan.lanes.flatMap((lane) => {
      const { threshold: free } = lane;
      if (lane.zone !== place.key || lane.service !== service || !lane.rate) return [];
      // Goods with a rate of their own are waived with the lane's group, but by its threshold only of the whole basket.
      return free?.over === 'value' && (free.of === 'basket' || !plan.group.own) ? [{ plan, lane, free }] : [];
    }),
  );
}

function linesAt(plans: readonly ToldPlan[], spoken: Spoken): Line[] {
  const freed = freedAt(plans, spoken).filter(({ lane }) => lane.most > 0);
  // What costs nothing is freed with all others: so it counts for what is spent on them.
  const free = plans.filter((plan) => {
    const lanes = lanesAt([plan], spoken.place.key, spoken.service);
    return lanes.length > 0 && lanes.every(({ most }) => most === 0);
  });
  const ofBasket = freed.filter(({ free }) => free.of === 'basket');
  const values = [...new Set(ofBasket.map(({ free }) => free.value))].sort((a, b) => a - b);
  const groups = new Map<string, Freed[]>();
  for (const one of freed.filter(({ free }) => free.of === 'group')) {
    const key = chargedAs(one.plan.group, one.lane);
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  const plansOf = (members: readonly Freed[]) => members.map(({ plan }) => plan);
  const lines = [
    ...values.map((value): Line => {
      const met = plansOf(ofBasket.filter((one) => one.free.value <= value));
      return { value, spoken: [spoken], plans: [...met, ...free.filter((plan) => !met.includes(plan))] };
    }),
    ...[...groups.values()].map(
      (members): Line => ({ value: (members[0] as Freed).free.value, spoken: [spoken], plans: plansOf(members) }),
    ),
  ];
  return lines.sort((a, b) => a.value - b.value || (namesOf(a) < namesOf(b) ? -1 : 1));
}

const namesOf = ({ plans }: Line): string => plans.map(({ plan }) => plan.key).join(' ');

function draftOf({ say, places }: Telling, { value, plans, spoken }: Line): Draft {
  const [{ speed }] = spoken as [Spoken];
  const title = freeFromTitle(speedName(speed), say(value));
  const terms = freeFromTerms(speedName(speed), listOf(spoken, places), say(value));
  return {
    extent: {
      wanted: plans.length === 1 ? `of-${plans[0]?.plan.key}` : 'freed',
      part: allGoods,
      has: (plan) => plans.includes(plan),
      minds: (plan) => spoken.some((one) => lanesAt([plan], one.place.key, one.service).length > 0),
    },
    wanted: `FREE-${speed}-${say(value).replace('.', '-')}`,
    is: 'DELIVERY',
    line: {
      title: fitted(title, limits.title).title,
      terms: terms.length > limits.terms ? title : terms,
      leastSpend: say(value),
      speeds: [speed],
      places: spoken.map(({ place }) => place.key),
      code: '',
      from: '',
      until: '',
    },
  };
}

/** The names of the places where a line frees, as one text. */
const listOf = (spoken: readonly Spoken[], { cuts }: Telling['places']): string =>
  spoken.map(({ place }) => placeName(place.key, cuts)).join(', ');

/** What is said of each threshold of the book, lane by lane. */
function notesOf(telling: Telling, drawnAt: (spoken: Spoken) => readonly Drawn[]): Drafted[] {
  const { book, plans, spoken } = telling;
  return book.templates.flatMap((template) =>
    template.zones.flatMap((zone) =>
      book.services.flatMap((service): Drafted[] => {
        const mine = plans.filter(({ group }) => group.template.id === template.id);
        const parts = spoken
          .filter((one) => one.service === service.id)
          .flatMap((one) => {
            const lanes = lanesAt(mine, one.place.key, service.id).filter(({ bookZone }) => bookZone === zone.id);
            if (!lanes.some(({ threshold, most }) => threshold && most > 0)) return [];
            const saying = drawnAt(one).filter((line) => line.plans.some((plan) => mine.includes(plan)));
            return [{ saying, fidelity: fidelityAt(telling, one, mine, lanes, saying, drawnAt(one)) }];
          });
        if (parts.length === 0) return [];
        return [
          {
            clause: { about: 'threshold', template: template.id, zone: zone.id, service: service.id },
            drafts: [...new Set(parts.flatMap(({ saying }) => saying.map(({ draft }) => draft)))],
            fidelity: worstOf(parts.map(({ fidelity }) => fidelity)),
          },
        ];
      }),
    ),
  );
}

/** How truly a threshold of some lanes of one template is told at a place. */
function fidelityAt(
  { book, plans }: Telling,
  { place, service }: Spoken,
  mine: readonly ToldPlan[],
  lanes: readonly PlanLane[],
  saying: readonly Line[],
  lines: readonly Line[],
): Fidelity {
  const free = lanes.find(({ threshold }) => threshold)?.threshold as FreeFrom;
  if (free.over !== 'value')
    return unsayable({ is: 'threshold', over: free.over }, 'free from the basket', 'live with it');
  const here = plans.filter((plan) => lanesAt([plan], place.key, service).length > 0);
  // What no goods that go there are worth is met on neither side.
  const counting = here.filter((plan) => free.of === 'basket' || mine.includes(plan));
  const dearest = Math.max(0, ...counting.map(({ goods }) => shapeOf(goods).dearest));
  if (free.value > dearest * stated.units) return exact;
  const found: Fidelity[] = [
    beforeOnly({ book, channel: manifest.id, zones: place.zones }, free, (value) => mostMeant(lanes, value)),
  ];
  const alone = (line: Line) => here.every((plan) => line.plans.includes(plan));
  if (free.of === 'basket' && !saying.some((line) => line.value === free.value && alone(line))) {
    // There its own goods are worth less than is asked; what else plans of one group pay is said of how they mix.
    const off = mostMeant(lanes, free.value - 1);
    found.push(boundedIf(off, { is: 'spend on what is freed', off }, 'the same threshold for all', 'live with it'));
  }
  const ofBasket: readonly Remedy[] = free.of === 'group' ? ['free from the basket'] : ['the same threshold for all'];
  const rivalsOf = (line: Line) => lines.filter((other) => !isWithin(line, other) && !isWithin(other, line));
  const rivals = saying.flatMap(rivalsOf);
  // Another offer acts in its place only where that one saves as much; or one for others of the same goods.
  const beside = here.filter((plan) => !mine.includes(plan) && rivals.some((other) => other.plans.includes(plan)));
  const isOwn = rivals.some((other) => saying.includes(other));
  const once = mostBesideOne(lanes, lanesAt(beside, place.key, service), isOwn);
  if (once > 0) found.push(bounded(once, { is: 'one offer a speed', off: once }, ...ofBasket, 'live with it'));
  const whole = worstOf(found);
  const own = mostOf(
    lanesAt(
      mine.filter((plan) => plan.group.own && !keeps(plan)),
      place.key,
      service,
    ),
  );
  if (free.of === 'basket' || own === 0) return whole;
  return addedUp([
    whole,
    bounded(own, { is: 'not freed with its group', off: own }, 'free from the basket', 'live with it'),
  ]);
}

const isWithin = (a: Line, b: Line): boolean => a.plans.every((plan) => b.plans.includes(plan));
