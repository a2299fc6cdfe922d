import { shaped } from '../../book/index.ts';
import { err, instantOf, kept, massOfGrams, type Problem, parseDecimal, type Result } from '../../exact/index.ts';
import type { ChannelFile, Rules } from '../dialect.ts';
import { figures } from '../figures.ts';
import { boxOf, sidesOf } from './boxes.ts';
import { type Campaign, clock, fileName, type Shop, shopSchema } from './format.ts';
import { patternOf } from './patterns.ts';
import { rulesOf } from './rules.ts';

/** What Lerrin Shop works by, from its file; or where the file makes no sense, and what would be right. */
export function read(files: readonly ChannelFile[]): Result<Rules> {
  const shop = shopIn(files);
  return shop.ok ? { ok: true, value: rulesOf(shop.value) } : shop;
}

/** The file as it is laid out. */
export function shopIn(files: readonly ChannelFile[]): Result<Shop> {
  const file = files.find((one) => one.name === fileName);
  if (!file) return err([fileName], { is: 'no file', name: fileName });
  let data: unknown;
  try {
    data = JSON.parse(file.text);
  } catch (error) {
    return err([fileName], { is: 'unreadable', standard: 'JSON', detail: (error as Error).message });
  }
  const shop = shaped(shopSchema, data);
  if (!shop.ok) return shop;
  const problems = problemsIn(shop.value);
  return problems.length > 0 ? { ok: false, problems } : shop;
}

/** What the shape alone does not tell. */
function problemsIn(shop: Shop): Problem[] {
  const problems: Problem[] = [];
  const places = (entries: readonly string[], at: Problem['at']) => {
    for (const one of entries) kept(patternOf(one), at, problems, null);
  };
  places([...shop.closed, ...shop.zones.flatMap((zone) => zone.places)], [fileName, 'places']);
  const { percent } = figures(problems);
  for (const one of shop.campaigns) {
    const at = [fileName, 'campaigns', one.key];
    const written = percentIn(one);
    if (written !== null) percent(written, at);
    places([...(one.places ?? []), ...one.except], at);
    for (const local of [one.from, one.until]) if (local !== null) kept(instantOf(local, clock), at, problems, 0);
  }
  for (const { id, grams } of shop.listings)
    if (grams !== null && massOfGrams(grams) === null)
      problems.push({ at: [fileName, 'listings', id], is: 'malformed', text: grams, form: 'mass' });
  for (const { id, size } of shop.listings)
    if (size && !sidesOf(size))
      problems.push({ at: [fileName, 'listings', id], is: 'malformed', text: size.join(' '), form: 'lengths' });
  for (const box of shop.boxes ?? [])
    if (!boxOf(box))
      problems.push({
        at: [fileName, 'boxes', box.key],
        is: 'malformed',
        text: box.inner.join(' '),
        form: 'lengths of a box',
      });
  for (const { key, rates } of shop.zones)
    for (const { steps } of rates)
      if (steps.by === 'carrier') kept(parseDecimal(steps.percent, 3), [fileName, 'zones', key], problems, null);
  return problems;
}

const percentIn = ({ benefit }: Campaign): string | null =>
  benefit.kind !== 'delivery' && 'percent' in benefit.off ? benefit.off.percent : null;
