// Writes the ISO code lists that ship with Plemb, from Debian's iso-codes. Run again when a new edition is out.
import { readFileSync, writeFileSync } from 'node:fs';

const list = (name) => JSON.parse(readFileSync(`/usr/share/iso-codes/json/iso_${name}.json`, 'utf8'))[name];
/** Codes as one text, in pieces that keep to the width of a line. */
function packed(codes) {
  const text = [...new Set(codes)].sort().join(' ');
  return (text.match(/.{1,86}(?: |$)/g) ?? []).map((piece) => `'${piece}'`).join(' +\n    ') || "''";
}
const wrap = (name, doc, body) =>
  `/**\n * ${doc}\n * Written by scripts/codes.mjs.\n */\nexport const ${name} = ${body};\n`;

writeFileSync(
  new URL('../src/core/exact/iso4217.ts', import.meta.url),
  wrap(
    'currencyCodes',
    'The alphabetic codes of ISO 4217, from iso-codes.',
    packed(list('4217').map((one) => one.alpha_3)),
  ),
);

const parts = new Map();
for (const { code } of list('3166-2')) {
  const [country, part] = code.split('-');
  parts.set(country, [...(parts.get(country) ?? []), part]);
}
const lines = [...parts].sort().map(([country, codes]) => `  ${country}: ${packed(codes)},`);
// Parts that lie in parts: under each larger one, those directly in it.
const inside = new Map();
for (const { code, parent } of list('3166-2')) {
  if (!parent) continue;
  const larger = parent.includes('-') ? parent : `${code.slice(0, 2)}-${parent}`;
  inside.set(larger, [...(inside.get(larger) ?? []), code.slice(3)]);
}
const insideLines = [...inside].sort().map(([larger, codes]) => `  '${larger}': ${packed(codes)},`);
/** XK is not in ISO 3166-1; posts and CLDR use it as a country's code all the same. */
const alsoCountries = ['XK'];
writeFileSync(
  new URL('../src/core/places/iso3166.ts', import.meta.url),
  wrap(
    'countryCodes',
    'The two-letter codes of ISO 3166-1, from iso-codes, and XK.',
    packed([...list('3166-1').map((one) => one.alpha_2), ...alsoCountries]),
  ) +
    wrap(
      'partCodes',
      'The codes of ISO 3166-2 after the hyphen, by country, from iso-codes.',
      `{\n${lines.join('\n')}\n} as const`,
    ) +
    wrap(
      'partsInParts',
      'The parts of ISO 3166-2 that lie directly in a larger part, from iso-codes.',
      `{\n${insideLines.join('\n')}\n} as const`,
    ),
);

// The regions of CLDR (UN M49 codes, the EU, the euro area, the UN) as the countries they hold, however deep.
const cldr = JSON.parse(
  readFileSync(new URL('../node_modules/cldr-core/supplemental/territoryContainment.json', import.meta.url), 'utf8'),
).supplemental.territoryContainment;
const iso = new Set([...list('3166-1').map((one) => one.alpha_2), ...alsoCountries]);
const heldBy = (code) => (iso.has(code) ? [code] : (cldr[code]?._contains ?? []).flatMap(heldBy));
// Those with a suffix are deprecated or subsumed; the whole world is a pattern of its own.
const regionLines = Object.keys(cldr)
  .filter((code) => /^(\d{3}|[A-Z]{2})$/.test(code) && code !== '001' && !iso.has(code))
  .sort()
  .map((code) => [code, heldBy(code)])
  .filter(([, held]) => held.length > 0)
  .map(([code, held]) => `  '${code}': ${packed(held)},`);
// Browsers ship no names of regions; Node's ICU has CLDR's.
const names = new Intl.DisplayNames('en', { type: 'region' });
const nameLines = regionLines
  .map((line) => line.slice(3, line.indexOf("'", 3)))
  .map((code) => `  '${code}': '${names.of(code)}',`);
writeFileSync(
  new URL('../src/core/places/regions.ts', import.meta.url),
  wrap(
    'regionCountries',
    'The regions of CLDR 48 (territory containment: UN M49 codes, EU, EZ, UN, QO) and the\n * countries of ISO 3166-1 in each.',
    `{\n${regionLines.join('\n')}\n} as const`,
  ) + wrap('regionNames', 'What CLDR calls these regions in English.', `{\n${nameLines.join('\n')}\n} as const`),
);

// The numbers of ISO 3166-1, by which maps know countries.
writeFileSync(
  new URL('../src/web/stages/places/country-numbers.ts', import.meta.url),
  wrap(
    'countryNumbers',
    'The three-digit codes of ISO 3166-1 and the two-letter codes they stand for, from iso-codes.',
    packed(list('3166-1').map((one) => `${one.numeric}${one.alpha_2}`)),
  ),
);

// What parts of countries are called: in English by CLDR, else as iso-codes has them; where the two differ, by both.
const subdivisions = JSON.parse(
  readFileSync(new URL('../node_modules/cldr-subdivisions-full/subdivisions/en/en.json', import.meta.url), 'utf8'),
).subdivisions.localeDisplayNames.subdivisions;
const partNames = new Map();
for (const { code, name } of list('3166-2')) {
  const [country, part] = code.split('-');
  const all = [...new Set([subdivisions[code.replace('-', '').toLowerCase()], name.replace(/\s*[([|].*$/, '')])];
  const told = all.filter(Boolean).join('=');
  partNames.set(country, [...(partNames.get(country) ?? []), `${part} ${told}`]);
}
/** A text in pieces that keep to the width of a line. */
const pieces = (text) =>
  (text.match(/.{1,90}/gu) ?? []).map((piece) => `'${piece.replace(/[\\']/g, '\\$&')}'`).join(' +\n    ');
const partNameLines = [...partNames].sort().map(([country, all]) => `  ${country}: ${pieces(all.sort().join('|'))},`);
writeFileSync(
  new URL('../src/core/parts/names.ts', import.meta.url),
  wrap(
    'partNames',
    'What the parts of ISO 3166-2 are called, by country: the code after the hyphen and its names,\n * English ones by CLDR 48 (cldr-subdivisions-full) and those of iso-codes.',
    `{\n${partNameLines.join('\n')}\n} as const`,
  ),
);
