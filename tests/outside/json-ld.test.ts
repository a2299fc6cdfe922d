import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import jsonld from 'jsonld';
import { expect, test } from 'vitest';
import { demoBook } from '../../demo/book.ts';
import { dialectOf, filesOf } from '../../src/core/channels/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { opened } from '../books/opened.ts';
import { feedWorldOf } from '../telling/feed-world.ts';

/**
 * Findlark's feeds in the words of schema.org: read by jsonld, the reference reader of JSON-LD 1.1 (W3C), and each type
 * and property held against the vocabulary that schema-dts carries (version 2.1.0).
 */
const vocabulary = (() => {
  const text = readFileSync(createRequire(import.meta.url).resolve('schema-dts/dist/schema.d.ts'), 'utf8');
  const found = new Map<string, { above: string[]; properties: Set<string> }>();
  for (const [, name = '', above = '', body = ''] of text.matchAll(
    /interface (\w+?)(?:Base) extends ([^{]+)\{([\s\S]*?)\n\}/g,
  ))
    found.set(name, {
      above: [...above.matchAll(/(\w+)Base/g)].map(([, one]) => one ?? ''),
      properties: new Set([...body.matchAll(/^ {4}"(\w+)"\?/gm)].map(([, one]) => one ?? '')),
    });
  // A type that adds no property of its own has no base, but the one it stands under.
  for (const [, name = '', above = ''] of text.matchAll(/interface (\w+)Leaf extends (\w+)Base /g))
    if (!found.has(name)) found.set(name, { above: [above], properties: new Set() });
  return found;
})();
function has(type: string, property: string): boolean {
  const known = vocabulary.get(type);
  return known !== undefined && (known.properties.has(property) || known.above.some((one) => has(one, property)));
}

/** What of a document is no word of the vocabulary. */
function unknownIn(node: unknown): string[] {
  if (Array.isArray(node)) return node.flatMap(unknownIn);
  if (typeof node !== 'object' || node === null) return [];
  const { '@type': type, ...properties } = node as Record<string, unknown>;
  const names = Object.keys(properties).filter((one) => !one.startsWith('@'));
  const own = type === undefined ? names : names.filter((one) => !has(String(type), one));
  return [...own.map((one) => `${type} ${one}`), ...Object.values(properties).flatMap(unknownIn)];
}

const findlark = dialectOf('findlark');
const twinsOf = (file: Parameters<typeof opened>[0]) => {
  const { book, goods } = opened(file);
  const written = filesOf(findlark.render(book, goods).rules);
  return filesOf({ written: () => written.flatMap((one) => (findlark.twin ? [unwrap(findlark.twin.of(one))] : [])) });
};
interface Graph {
  readonly '@graph': readonly Record<string, unknown>[];
}

test('the vocabulary is read: what is a word of it and what is none', () => {
  expect(has('Offer', 'shippingDetails')).toBe(true);
  expect(has('Product', 'name')).toBe(true);
  expect(has('Product', 'shippingRate')).toBe(false);
  expect(unknownIn({ '@type': 'Offer', prize: '1.00' })).toEqual(['Offer prize']);
});

test('every type and property of the demo’s and of random feeds is a word of schema.org', () => {
  const texts = [demoBook(), ...Array.from({ length: 40 }, (_, seed) => feedWorldOf(seed).book)].flatMap(twinsOf);
  for (const { text } of texts) expect(unknownIn((JSON.parse(text) as Graph)['@graph'])).toEqual([]);
  const types = texts.map(({ text }) => text).join('');
  for (const word of ['ShippingConditions', 'SalePrice', 'postalCodePrefix', 'addOn', 'eligibleTransactionVolume'])
    expect(types).toContain(word);
});

test('a reader of JSON-LD finds each item, with what its delivery is', async () => {
  const [twin] = twinsOf(demoBook());
  expect(twin?.name).toBe('main.jsonld');
  const documentLoader = async (url: string) => ({
    contextUrl: null as unknown as undefined,
    documentUrl: url,
    document: { '@context': { '@vocab': 'https://schema.org/' } },
  });
  const nodes = (await jsonld.flatten(JSON.parse(twin?.text ?? ''), null as never, {
    documentLoader,
    base: 'https://feeds.example/main',
  })) as unknown as Record<string, { '@id'?: string; '@value'?: unknown }[]>[];
  const byId = new Map(nodes.map((node) => [String(node['@id']), node]));
  const s = 'https://schema.org/';
  const products = nodes.filter((node) => String(node['@type']) === `${s}Product`);
  const { book, goods } = opened(demoBook());
  const listed = goods.filter((item) => !item.notListed.includes('findlark'));
  expect(products).toHaveLength(listed.length);
  expect(book.currency).toBe('EUR');
  for (const product of products) {
    const offer = byId.get(product[`${s}offers`]?.[0]?.['@id'] ?? '');
    const shipping = byId.get(offer?.[`${s}shippingDetails`]?.[0]?.['@id'] ?? '');
    expect(offer?.[`${s}priceCurrency`]?.[0]?.['@value']).toBe('EUR');
    expect(shipping && String(shipping['@type'])).toBe(`${s}OfferShippingDetails`);
  }
});
