import { expect, test } from 'vitest';
import { findlark } from './index.ts';

/** Version 2 held against its page: the worked example, feeds, promotions, reviews, and what is refused and where. */
const hour = 3_600_000;
const now = Date.parse('2026-11-24T09:00:00Z');
const standIn = findlark(() => 'http://127.0.0.1:1');

const delivery = [
  '<delivery id="d1"><entry country="GB" speed="standard" price="6.90" days="2 4"/>',
  '<entry country="GB" postcode="HS" speed="standard" price="9.40"/></delivery>',
  '<delivery id="d2"><entry country="GB" speed="standard" price="7.90"/></delivery>',
].join('');
const tail = [
  '<item id="LK-TAIL-01" title="Ribbon tail 3 m" price="15.80" grams="520" delivery="d1" labels="tails">',
  '<sale price="12.64" from="2026-11-23T00:00+00:00" until="2026-11-30T00:00+00:00"/></item>',
].join('');
const reel = '<item id="LK-REEL-02" title="Reel" price="30.00" delivery="d2" labels="reels"/>';
const three =
  '<promotion id="7" title="3 tails for 2" kind="n for m" units="3" paid="2" label="tails" countries="GB" shown="item"/>';
const percent = '<promotion id="8" title="A tenth" kind="percent" percent="10" countries="GB" shown="basket"/>';

const feed = (within: string, name = 'main', countries = 'GB IE') => ({
  name: `${name}.xml`,
  text: `<feed xmlns="urn:findlark:feed:2" name="${name}" countries="${countries}" language="en" currency="EUR">${within}</feed>`,
});
/** Files in force, their reviews ended. */
async function live(...files: { name: string; text: string }[]) {
  const outcome = standIn.submit(standIn.empty, files, now - 100 * hour);
  if ('refused' in outcome) throw new Error(JSON.stringify(outcome.refused));
  return standIn.settle(outcome.state, now);
}
const basket = (lines: Record<string, number>, postcode = 'LS1 1AA', country = 'GB') => ({
  lines: Object.entries(lines).map(([listing, units]) => ({
    listing,
    units,
    price: listing === 'LK-TAIL-01' ? '15.80' : '30.00',
    grams: null,
  })),
  place: { country, part: null, postcode },
  codes: [],
});
const charged = async (files: { name: string; text: string }[], asked: ReturnType<typeof basket>, at = now) =>
  standIn
    .checkout(
      await live(...files),
      at,
    )(asked)
    .choices.map(({ speed, charge, discount, days }) => [speed, charge, discount, ...(days ? [days.join('–')] : [])]);

test('the page’s example', async () => {
  const files = [feed(delivery + tail + reel + three)];
  expect(await charged(files, basket({ 'LK-TAIL-01': 2, 'LK-REEL-02': 1 }))).toEqual([['standard', '7.90', '6.32']]);
  expect(await charged(files, basket({ 'LK-TAIL-01': 3 }))).toEqual([['standard', '6.90', '22.12', '2–4']]);
  expect(await charged(files, basket({ 'LK-TAIL-01': 1 }, 'HS1 2AA'))).toEqual([['standard', '9.40', '3.16']]);
});
test('a sale begins at its first moment and ends at its last', async () => {
  const asked = async (at: string) =>
    (await charged([feed(delivery + tail)], basket({ 'LK-TAIL-01': 1 }), Date.parse(at)))[0];
  expect((await asked('2026-11-22T23:59:59Z'))?.[2]).toBe('0.00');
  expect((await asked('2026-11-23T00:00:00Z'))?.[2]).toBe('3.16');
  expect((await asked('2026-11-29T23:59:59Z'))?.[2]).toBe('3.16');
  expect((await asked('2026-11-30T00:00:00Z'))?.[2]).toBe('0.00');
});
test('the promotion that takes most is used, a gift counting at its price and taking nothing', async () => {
  const gift =
    '<promotion id="9" title="A reel" kind="gift" gift="LK-REEL-02" count="1" least-units="3" countries="GB" shown="basket"/>';
  const files = [feed(delivery + tail + reel + percent + gift)];
  expect((await charged(files, basket({ 'LK-REEL-02': 2 })))[0]).toEqual(['standard', '7.90', '6.00']);
  expect((await charged(files, basket({ 'LK-REEL-02': 4 })))[0]).toEqual(['standard', '7.90', '0.00']);
  expect((await charged(files, basket({ 'LK-REEL-02': 11 })))[0]).toEqual(['standard', '7.90', '33.00']);
});
test('a promotion of delivery frees the whole basket when what it is for is in it', async () => {
  const free =
    '<promotion id="9" title="Free" kind="delivery" speeds="standard" label="tails" least-value="25.28" countries="GB" shown="basket"/>';
  const files = [feed(delivery + tail + reel + free)];
  expect((await charged(files, basket({ 'LK-TAIL-01': 1, 'LK-REEL-02': 5 })))[0]?.[1]).toBe('7.90');
  expect((await charged(files, basket({ 'LK-TAIL-01': 2, 'LK-REEL-02': 1 })))[0]?.[1]).toBe('0.00');
});
test('the feed that names the country answers before one for all, where it has all items', async () => {
  const cheap = '<delivery id="d1"><entry country="GB" speed="swift" price="1.00"/></delivery>';
  const some = feed(`${cheap}<item id="LK-TAIL-01" title="Tail" price="15.80" delivery="d1"/>`, 'tails', 'GB');
  const files = [feed(delivery + tail + reel, 'a', 'all'), some];
  expect(await charged(files, basket({ 'LK-TAIL-01': 1 }))).toEqual([['swift', '1.00', '0.00']]);
  expect(await charged(files, basket({ 'LK-TAIL-01': 1, 'LK-REEL-02': 1 }))).toEqual([['standard', '7.90', '3.16']]);
  expect(await charged([some], basket({ 'LK-TAIL-01': 1, 'LK-REEL-02': 1 }))).toEqual([]);
  expect(await charged([some], basket({ 'LK-TAIL-01': 1 }, 'D01', 'IE'))).toEqual([]);
});
test('a promotion is held under its feed and id, and what is live is read as it was sent, without it', async () => {
  const outcome = standIn.submit(standIn.empty, [feed(delivery + tail + percent)], now);
  if ('refused' in outcome) throw new Error('refused');
  const { files, held } = standIn.live(outcome.state, now);
  expect(held.map(({ key, until }) => [key, Date.parse(until) - now])).toEqual([['main/8', 40 * hour]]);
  expect(files[0]?.text).not.toContain('<promotion');
  const again = standIn.submit(standIn.empty, files, now);
  expect('state' in again && standIn.live(again.state, now).files).toEqual(files);
});
test('a code is asked of the shop, whatever its promotion does', async () => {
  const coded = percent.replace('kind="percent" percent="10"', 'kind="amount" amount="5.00" code="FIVER"');
  const state = await live(feed(delivery + tail + coded));
  // The shop does not answer here: it stays in review.
  expect(standIn.live(state, now).held).toMatchObject([{ key: 'main/8', state: 'in review' }]);
  expect(standIn.checkout(state, now)({ ...basket({ 'LK-TAIL-01': 1 }), codes: ['FIVER'] }).codes).toEqual([
    { code: 'FIVER', used: false, why: 'in review' },
  ]);
});

const whole = (within: string) => [feed(delivery + tail + reel + within)];
test.each<[string, { name: string; text: string }[], string]>([
  ['broken XML', [feed('<item>')], ''],
  ['a file of another name', [{ ...feed(''), name: 'other.xml' }], 'feed name'],
  ['a feed twice', [feed(''), feed('')], 'files'],
  ['a country twice', [feed('', 'main', 'GB GB')], 'feed countries'],
  [
    'another root',
    [{ name: 'main.xml', text: '<feed xmlns="urn:other" name="main" countries="all" language="en" currency="EUR"/>' }],
    'feed',
  ],
  ['pounds', [{ ...feed(''), text: feed('').text.replace('EUR', 'GBP') }], 'feed currency'],
  ['an item before its delivery', [feed(`${tail}${delivery}`)], 'element 2'],
  ['an element of another name', [feed('<thing/>')], 'element 1'],
  [
    'an entry of another country',
    [feed(delivery.replace('country="GB" speed', 'country="US" speed'))],
    'delivery d1 entry 1',
  ],
  [
    'a part and a postcode',
    [feed(delivery.replace('postcode="HS"', 'postcode="HS" part="GB-NIR"'))],
    'delivery d1 entry 2',
  ],
  ['days the wrong way round', [feed(delivery.replace('2 4', '4 2'))], 'delivery d1 entry 1'],
  ['the same place and speed twice', [feed(delivery.replace(' postcode="HS"', ''))], 'delivery d1 entry 2'],
  [
    '65 entries',
    [
      feed(
        `<delivery id="d">${Array.from({ length: 65 }, (_, i) => `<entry country="GB" postcode="A${i}" speed="swift" price="1.00"/>`).join('')}</delivery>`,
      ),
    ],
    'delivery d',
  ],
  ['a delivery twice', [feed(delivery + delivery)], 'delivery d1'],
  ['an item twice', whole(reel), 'item LK-REEL-02'],
  ['an item whose delivery is none', whole('<item id="A" title="A" price="1.00" delivery="d9"/>'), 'item A delivery'],
  ['a price that is no money', whole('<item id="A" title="A" price="1" delivery="d1"/>'), 'item A price'],
  [
    'a sale that is dearer',
    whole('<item id="A" title="A" price="1.00" delivery="d1"><sale price="1.00"/></item>'),
    'item A sale',
  ],
  [
    'eleven labels',
    whole('<item id="A" title="A" price="1.00" delivery="d1" labels="a b c d e f g h i j k"/>'),
    'item A labels',
  ],
  ['an attribute of nothing', whole('<item id="A" title="A" price="1.00" delivery="d1" colour="red"/>'), 'item A'],
  ['a promotion twice', whole(three + three), 'promotion 7'],
  ['another kind’s attribute', whole(percent.replace('percent="10"', 'percent="10" amount="1.00"')), 'promotion 8'],
  ['a percentage without its figure', whole(percent.replace(' percent="10"', '')), 'promotion 8 percent'],
  ['more than all off', whole(percent.replace('"10"', '"100.5"')), 'promotion 8 percent'],
  ['two for two', whole(three.replace('"3"', '"2"')), 'promotion 7 paid'],
  [
    'a gift that is not in the feed',
    whole(percent.replace('kind="percent" percent="10"', 'kind="gift" gift="NO" count="1"')),
    'promotion 8 gift',
  ],
  ['a label beside a list', whole(three.replace('label', 'listings="LK-TAIL-01" label')), 'promotion 7 label'],
  ['a listing that is none', whole(three.replace('label="tails"', 'listings="NO"')), 'promotion 7 listings'],
  ['a country the feed is not for', whole(percent.replace('"GB"', '"GB US"')), 'promotion 8 countries'],
  ['no place where it is shown', whole(percent.replace('"basket"', '""')), 'promotion 8 shown'],
  ['a time without offset', whole(percent.replace('shown', 'from="2026-11-23T00:00" shown')), 'promotion 8 from'],
  ['a title of 49 letters', whole(percent.replace('A tenth', 'x'.repeat(49))), 'promotion 8 title'],
])('%s is refused at its place', (_, files, where) => {
  const outcome = standIn.submit(standIn.empty, files, now);
  expect('refused' in outcome && outcome.refused.map(({ field }) => field)).toContain(where);
});
