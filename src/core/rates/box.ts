import { kept, type Mass, type Problem, parseLength, parseMass, type Result } from '../exact/index.ts';
import type { Box } from './packing.ts';
import type { BoxBody } from './schema.ts';

/** Reads a box of the seller's. */
export function readBox(body: BoxBody): Result<Box> {
  const problems: Problem[] = [];
  const sides = (['length', 'width', 'height'] as const).map((side) =>
    kept(parseLength(body[side], body.unit), [side], problems, 0 as never),
  );
  const [a, b, c] = [...sides].sort((x, y) => y - x) as [
    (typeof sides)[number],
    (typeof sides)[number],
    (typeof sides)[number],
  ];
  const limit = kept(parseMass(body.limit.value, body.limit.unit), ['limit'], problems, 0 as Mass);
  const own = body.own ? kept(parseMass(body.own.value, body.own.unit), ['own'], problems, 0 as Mass) : (0 as Mass);
  if (c === 0) problems.push({ at: ['height'], is: 'zero', of: 'side' });
  const volume = (BigInt(a) * BigInt(b) * BigInt(c)) as Box['volume'];
  return problems.length > 0
    ? { ok: false, problems }
    : { ok: true, value: { id: body.id, name: body.name, sides: [a, b, c], volume, limit, own } };
}
