import { err, kept, massOfGrams, type Problem, type Result } from '../../exact/index.ts';
import { parsePattern } from '../../places/index.ts';
import type { ChannelFile, Rules } from '../dialect.ts';
import { figures } from '../figures.ts';
import { type GoodsBenefit, type Plans, type Site, version } from './format.ts';
import { rulesOf } from './rules.ts';

/** Reads what a site works by, from its file; or tells where the file makes no sense, and what would be right. */
export const readerOf =
  (site: Site) =>
  (files: readonly ChannelFile[]): Result<Rules> => {
    const plans = plansIn(site, files);
    return plans.ok ? { ok: true, value: rulesOf(plans.value) } : plans;
  };

/** The file of a site as it is laid out. */
export function plansIn(site: Site, files: readonly ChannelFile[]): Result<Plans> {
  const file = files.find((one) => one.name === site.file);
  return file ? readPlans(site, file.text) : err([site.file], { is: 'no file', name: site.file });
}

const kindsOfLine = ['SITE', 'PLAN', 'CUT', 'RATE', 'LISTING', 'DELIVERY', 'GOODS'];
const list = (cell: string, by = ' ') => cell.split(by).filter(Boolean);

function readPlans(site: Site, text: string): Result<Plans> {
  const problems: Problem[] = [];
  const plans = {
    site,
    plans: [] as Plans['plans'][number][],
    cuts: [] as Plans['cuts'][number][],
    rates: [] as Plans['rates'][number][],
    listings: [] as Plans['listings'][number][],
    delivery: [] as Plans['delivery'][number][],
    goods: [] as Plans['goods'][number][],
  };
  const { amount, percent, moment } = figures(problems);
  for (const [i, row] of text.replace(/\n$/, '').split('\n').entries()) {
    const at = [site.file, i + 1];
    const [kind = '', a = '', b = '', c = '', d = '', e = '', f = '', g = '', h = '', from = '', until = ''] =
      row.split('\t');
    const grams = (cell: string) => {
      if (cell !== '' && massOfGrams(cell) === null) problems.push({ at, is: 'malformed', text: cell, form: 'mass' });
    };
    const window = (...cells: string[]) => {
      for (const one of cells) if (one) moment(one, at);
    };
    switch (kind) {
      case 'SITE':
        if (a !== site.currency || b !== version)
          problems.push({ at, is: 'strange line', kind: row, known: [`SITE ${site.currency} ${version}`] });
        break;
      case 'PLAN':
        grams(c);
        plans.plans.push({ key: a, name: b, grams: c });
        break;
      case 'CUT':
        for (const entry of list(c, ',')) kept(parsePattern(entry), at, problems, null);
        plans.cuts.push({ key: a, region: b, entries: list(c, ',') });
        break;
      case 'RATE':
        for (const one of [d, e]) amount(one, at);
        plans.rates.push({ plan: a, place: b, speed: c, first: d, further: e });
        break;
      case 'LISTING':
        grams(c);
        plans.listings.push({ listing: a, price: b, grams: c, plan: d, labels: list(e) });
        break;
      case 'DELIVERY':
        if (e) amount(e, at);
        window(from, until);
        plans.delivery.push({
          key: a,
          title: b,
          terms: c,
          label: d,
          leastSpend: e,
          speeds: list(f),
          places: g === 'ALL' ? null : list(g),
          code: h,
          from,
          until,
        });
        break;
      case 'GOODS': {
        const benefit = benefitOf(e);
        if (!benefit)
          problems.push({ at, is: 'strange line', kind: `GOODS ${e}`, known: ['GOODS OFF 12.5', 'GOODS 3 FOR 2'] });
        else if (benefit.is === 'off') percent(benefit.percent, at);
        window(g, h);
        if (benefit) plans.goods.push({ key: a, title: b, terms: c, label: d, benefit, code: f, from: g, until: h });
        break;
      }
      default:
        problems.push({ at, is: 'strange line', kind, known: kindsOfLine });
        break;
    }
  }
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: plans };
}

function benefitOf(text: string): GoodsBenefit | null {
  if (text.startsWith('OFF ')) return { is: 'off', percent: text.slice(4) };
  const [, units, paid] = /^(\d{1,3}) FOR (\d{1,3})$/.exec(text) ?? [];
  return units === undefined ? null : { is: 'for', units: Number(units), paid: Number(paid) };
}
