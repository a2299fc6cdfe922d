import { type BookFile, bookFileSchema } from '../../src/core/book/index.ts';
import type { ChannelFile } from '../../src/core/channels/index.ts';

/** One of a list, by chance; nothing of an empty one. */
export type Picker = <T>(list: readonly T[]) => T | undefined;

/** A book whose templates and zones are the shop's one for one: no kinds and rates of their own, one map for all. */
export function plain({ goods, templates, ...book }: BookFile): BookFile {
  const zones = templates[0]?.zones ?? [];
  return bookFileSchema.parse({
    ...book,
    templates: templates.map((template) => ({
      ...template,
      zones,
      lanes: Object.fromEntries(
        Object.entries(template.lanes)
          .filter(([zone]) => zones.includes(zone))
          .map(([zone, row]) => [
            zone,
            Object.fromEntries(
              Object.entries(row).map(([service, lane]) => [service, { ...lane, kinds: {}, dated: [], bounds: [] }]),
            ),
          ]),
      ),
    })),
    goods: goods.map((item) => ({ ...item, kind: null, origin: null, ownRate: null, dated: [] })),
  });
}

/** What somebody does to a site of Harrowmere, line by line; nothing where there is no such line. */
const linesChanged: readonly ((rows: string[][], pick: Picker) => string[][])[] = [
  (rows, pick) => {
    // Of a plan without parcels: with them what is taken for one lane is nearest for all.
    const whole = new Set(rows.filter(([kind, , , grams]) => kind === 'PLAN' && grams === '').map(([, key]) => key));
    const rate = pick(rows.filter(([kind, plan = '']) => kind === 'RATE' && whole.has(plan)));
    if (rate) rate[4] = '3.33';
    return rows;
  },
  (rows, pick) => {
    const line = pick(rows.filter(([kind, key]) => kind === 'DELIVERY' && key?.startsWith('FREE-')));
    if (line) line[5] = '77.00';
    return rows;
  },
  (rows, pick) => {
    const line = pick(
      rows.filter(([kind, key]) => (kind === 'GOODS' || kind === 'DELIVERY') && !key?.startsWith('FREE-')),
    );
    if (line) line[2] = 'By hand';
    return rows;
  },
  (rows, pick) => {
    const line = pick(rows.filter(([kind]) => kind === 'GOODS'));
    return rows.filter((row) => row !== line);
  },
  (rows, pick) => {
    const label = pick(
      rows.flatMap(([kind, , , , , labels]) => (kind === 'LISTING' && labels ? labels.split(' ') : [])),
    );
    return label === undefined
      ? rows
      : [
          ...rows.filter(([kind]) => kind),
          ['GOODS', 'BY-HAND', 'By hand', 'By hand', label, 'OFF 7', 'BYHAND', '', ''],
        ];
  },
];

/** A site of Harrowmere as somebody has changed it. */
export function plansChanged({ name, text }: ChannelFile, pick: Picker): ChannelFile {
  const rows = text
    .split('\n')
    .slice(0, -1)
    .map((row) => row.split('\t'));
  const changed = pick(linesChanged)?.(rows, pick) ?? rows;
  return { name, text: changed.map((row) => `${row.join('\t')}\n`).join('') };
}
