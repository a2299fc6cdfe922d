/** What each channel can be told, what it will read, and what the core believes it then charges. */

import { manifests } from '#manifests';
import { listedAt } from './listed.ts';

export { isFor } from './acting.ts';
export type { Adopted, NotAdopted } from './adopted.ts';
export { type AdoptRow, adoptionRows, type Difference, type Taking } from './adoption/index.ts';
export { begunFrom, isLive, sitesAdopted } from './begun-from.ts';
export { leastBefore, leastTaking, stated, type Threshold } from './bounds.ts';
export { dialectOf, dialects, hasOwnFile, marketTold, siteFor, sitesOf, type ToldSite, toldAt } from './channels.ts';
export { countedAt } from './counted.ts';
export {
  type ChannelBasket,
  type ChannelChoice,
  type ChannelFile,
  type Clause,
  type Dialect,
  filesOf,
  inBookTerms,
  type Listed,
  type Note,
  type Probe,
  type Rendition,
  type Rules,
  type Stock,
} from './dialect.ts';
export type { ApartBy, Fidelity, Loss, LostLimit, Manner, Remedy } from './fidelity.ts';
export { feedsOf } from './findlark/settings.ts';
export { shopSchema } from './lerrin-shop/format.ts';
export { type Manifest, type Settings, settingsOf } from './manifest.ts';
export { apartBy } from './plain.ts';
export { isPlain } from './plain-offer.ts';
export type { ReadLine, ReadPart } from './reading.ts';
export { recordEdits } from './record-edits.ts';
export { type Listing, type RecordFinding, recordFindings } from './records.ts';
export { type Remedied, remedyEdits } from './remedy-edits.ts';
export { type RulesReader, rulesReader } from './rules-reader.ts';
export { type SideBy, type SideStep, sideSteps } from './side-step.ts';
export { listedAt, manifests };
