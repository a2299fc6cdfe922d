/** What each channel can be told, what it will read, and what the core believes it then charges. */
import type { ChannelId } from '../book/index.ts';
import type { Dialect } from './dialect.ts';
import { findlark } from './findlark/index.ts';
import { harrowmere } from './harrowmere/index.ts';
import { lerrinShop } from './lerrin-shop/index.ts';

export const dialects: readonly Dialect[] = [lerrinShop, harrowmere, findlark];
export const dialectOf = (id: ChannelId): Dialect => dialects.find((one) => one.id === id) as Dialect;
export { leastBefore, leastTaking, stated } from './bounds.ts';
export {
  type ChannelBasket,
  type ChannelChoice,
  type ChannelFile,
  type Clause,
  type Dialect,
  type Fidelity,
  type Listed,
  type Note,
  type Rendition,
  type Rules,
  type SideStep,
  sideSteps,
} from './dialect.ts';
export { shopSchema } from './lerrin-shop/format.ts';
export { apartBy } from './plain.ts';
