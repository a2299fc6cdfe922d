export type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
type Holder = Json[] | { [key: string]: Json };
export const nasty: readonly Json[] = [
  ...[null, true, -1, 0, 1, 0.1, 1e308, 2 ** 53, 99_999_999],
  ...[
    '',
    ' ',
    '0',
    '-0',
    '-1',
    '1e3',
    '0.0000001',
    '9999999999.9999',
    '9'.repeat(40),
    'NaN',
    'null',
    '\u0000',
    'a\u0000b',
    '\ud800',
    'x\udfff',
    '\u202e',
    'ß',
    '🪁',
    '__proto__',
    'constructor',
    'toString',
    'x'.repeat(3000),
  ],
  ...[
    'EUR',
    'JPY',
    'KWD',
    'XXX',
    'GB HS*',
    'GB HS1 2*',
    'US-PR',
    'world',
    'IE',
    '2026-11-29T23:59',
    '2026-02-30T00:00',
    '9999-12-31T23:59',
    'Europe/Nowhere',
    'before',
    'kg',
    'basket',
  ],
  ...[[], {}, [null], [[]], { is: 'free' }, { is: 'delivery' }, { value: '1', unit: 'kg' }],
];

/** Does one thing to a document somewhere. */
function damage(root: Json, random: () => number): void {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const holders: Holder[] = [];
  const values: Json[] = [];
  const gather = (value: Json): void => {
    values.push(value);
    if (value === null || typeof value !== 'object') return;
    holders.push(value);
    for (const one of Object.values(value)) gather(one);
  };
  gather(root);
  const holder = pick(holders);
  const copy = (value: Json): Json => JSON.parse(JSON.stringify(value)) as Json;
  const put = (key: string, value: Json) =>
    Object.defineProperty(holder, key, { value, enumerable: true, configurable: true, writable: true });
  const keys = Object.keys(holder);
  const key = keys.length > 0 ? pick(keys) : null;
  const way = random();
  if (key === null || way < 0.05)
    put(Array.isArray(holder) ? String(holder.length) : pick(['colour', '__proto__', 'is', 'id']), copy(pick(nasty)));
  else if (way < 0.11) Array.isArray(holder) ? holder.splice(Number(key), 1) : delete holder[key];
  else if (way < 0.18 && Array.isArray(holder)) holder.push(copy(pick(holder)));
  else if (way < 0.28 && Array.isArray(holder)) holder.reverse();
  else if (way < 0.7) {
    // The value of the same name elsewhere, or any other: of the right shape in the wrong place.
    const others = holders.flatMap((one) => (!Array.isArray(one) && Object.hasOwn(one, key) ? [one[key] as Json] : []));
    put(key, copy(pick(others.length > 0 && random() < 0.8 ? others : values)));
  } else if (way < 0.8 && typeof (holder as { [key: string]: Json })[key] === 'string') {
    const text = (holder as { [key: string]: string })[key] as string;
    put(
      key,
      pick([
        text.slice(1),
        `${text} `,
        text.toUpperCase(),
        `${text}0`,
        `0${text}`,
        text.replace('.', ','),
        text.replace(/\d/g, '9'),
      ]),
    );
  } else put(key, copy(pick(nasty)));
}

/** A sound document with one thing or two done to it, knowing nothing of its shape. */
export function damaged(sound: unknown, random: () => number): Json {
  const document = JSON.parse(JSON.stringify(sound)) as Json;
  for (let times = 1 + Math.floor(random() * 1.4); times > 0; times -= 1) damage(document, random);
  return document;
}
