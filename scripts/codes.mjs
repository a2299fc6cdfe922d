// Writes the ISO code lists that ship with Plemb, from Debian's iso-codes. Run again when a new edition is out.
import { readFileSync, writeFileSync } from 'node:fs';

const list = (name) => JSON.parse(readFileSync(`/usr/share/iso-codes/json/iso_${name}.json`, 'utf8'))[name];
const packed = (codes) => `'${[...new Set(codes)].sort().join(' ')}'`;
const wrap = (name, doc, body) => `/** ${doc} Written by scripts/codes.mjs. */\nexport const ${name} = ${body};\n`;

writeFileSync(new URL('../src/core/exact/iso4217.ts', import.meta.url), wrap('currencyCodes', 'The alphabetic codes of ISO 4217, from iso-codes.', packed(list('4217').map((one) => one.alpha_3))));

const parts = new Map();
for (const { code } of list('3166-2')) {
  const [country, part] = code.split('-');
  parts.set(country, [...(parts.get(country) ?? []), part]);
}
const lines = [...parts].sort().map(([country, codes]) => `  ${country}: ${packed(codes)},`);
writeFileSync(
  new URL('../src/core/places/iso3166.ts', import.meta.url),
  wrap('countryCodes', 'The two-letter codes of ISO 3166-1, from iso-codes.', packed(list('3166-1').map((one) => one.alpha_2))) +
    wrap('partCodes', 'The codes of ISO 3166-2 after the hyphen, by country, from iso-codes.', `{\n${lines.join('\n')}\n} as const`),
);
