import { begin } from '../stages/begin/stage.ts';
import { bench } from '../stages/bench/stage.ts';
import { channels } from '../stages/channels/stage.ts';
import { check } from '../stages/check/stage.ts';
import { goods } from '../stages/goods/stage.ts';
import { history } from '../stages/history/stage.ts';
import { offers } from '../stages/offers/stage.ts';
import { places } from '../stages/places/stage.ts';
import { rates } from '../stages/rates/stage.ts';
import { revisions } from '../stages/revisions/stage.ts';
import type { Stage } from './stage.ts';

/** The six stages, in the order of the work. */
export const stages: readonly Stage[] = [goods, places, rates, offers, channels, check];
/** Every room: the stages, and those beside them. */
export const rooms: readonly Stage[] = [...stages, bench, revisions, history, begin];
