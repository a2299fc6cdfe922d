import { rateText, serviceInText, templateName, zoneName } from '../../../words/index.ts';
import type { Opens, Stage } from '../../app/stage.ts';

const open =
  (to: string): Opens =>
  () => ({ to, words: 'Open it' });

export const rates: Stage = {
  path: 'rates',
  name: 'Rates',
  sheets: [
    {
      path: ':zone?/:service?',
      name: 'Templates',
      find: null,
      page: async () => (await import('./rates.tsx')).RatesStage,
    },
    {
      path: 'mixing',
      name: 'Services',
      find: 'Services and mixing rules',
      page: async () => (await import('./mixing.tsx')).MixingStage,
    },
    {
      path: 'markets',
      name: 'Markets',
      find: 'Markets, exchange rates, taxes, stock places, boxes',
      page: async () => (await import('./markets/markets.tsx')).MarketsStage,
    },
    {
      path: 'carrier',
      name: 'Carrier',
      find: 'Carrier cards and the review of all rates',
      page: async () => (await import('./carrier.tsx')).CarrierStage,
    },
    {
      path: 'carrier/goods',
      name: 'Weighed',
      find: 'What the carrier weighed and measured',
      page: async () => (await import('./carrier-record.tsx')).CarrierRecordSheet,
    },
    {
      path: 'price-lists/:list?',
      name: 'Price lists',
      find: 'Price lists of carriers',
      page: async () => (await import('./price-lists/price-lists.tsx')).PriceListsStage,
    },
    {
      path: 'coverage',
      name: 'Coverage',
      find: 'Coverage: what nobody can buy',
      page: async () => (await import('./coverage.tsx')).CoverageStage,
    },
  ],
  opens: {
    templates: ([, id, what, zone, service]) =>
      what === 'lanes' && zone
        ? { to: `/rates/${zone}${service ? `/${service}` : ''}?template=${id}`, words: 'Open the lane' }
        : { to: `/rates?template=${id}`, words: 'Open the template' },
    services: open('/rates/mixing'),
    priceLists: ([, id = '']) => ({ to: `/rates/price-lists/${id}`, words: 'Open the price list' }),
    stockPlaces: open('/rates/markets'),
    mixing: open('/rates/mixing'),
    mixedBy: open('/rates/mixing'),
    taxes: open('/rates/markets'),
    markets: open('/rates/markets'),
    exchange: open('/rates/markets'),
    boxes: open('/rates/markets'),
  },
  finds: ({ book }) =>
    book.templates.flatMap((template) =>
      Object.entries(template.lanes).flatMap(([zone, row]) =>
        Object.entries(row).map(([service, { rate }]) => ({
          name: `${zoneName(book, zone)}, ${serviceInText(book, service)}`,
          what: `lane of ${templateName(book, template.id)} · ${rateText(rate)}`,
          to: `/rates/${zone}/${service}?template=${template.id}`,
        })),
      ),
    ),
};
