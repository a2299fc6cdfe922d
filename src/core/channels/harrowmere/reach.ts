import type { Template } from '../../book/index.ts';
import { reachWithFees } from '../goods-groups.ts';

/** The most that is charged in a zone of a template for any service; infinite where nothing bounds it. */
export const dearestIn = (template: Template, zone: string): number =>
  Math.max(
    0,
    ...[...(template.lanes.get(zone)?.values() ?? [])].flatMap((lane) =>
      [lane.price, ...(lane.kinds?.values() ?? [])].map((price) => reachWithFees({ lane, price }).most),
    ),
  );
