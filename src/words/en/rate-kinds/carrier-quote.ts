import { decimalText } from '../../../core/exact/index.ts';
import { counts } from '../figures.ts';
import type { RateWordsFor } from './words.ts';

const text: RateWordsFor<'carrier quote'>['text'] = ({ service, percent, add }) =>
  [`carrier’s ${service}`, Number(percent) > 0 && `${percent} %`, Number(add) > 0 && add].filter(Boolean).join(' + ');

export const carrierQuote: RateWordsFor<'carrier quote'> = {
  text,
  first: () => 'Quote',
  manner: text,
  step({ service, percent, add }, { quoted, parcels }, _kind, say) {
    if (quoted === null) return `The carrier is silent on ${service}: the fallback`;
    const asks = `${say(quoted.amount, quoted.currency)} for ${counts(parcels ?? 0, 'parcel')}`;
    return `The carrier asks ${asks} by ${service}, plus ${decimalText(percent)} % and ${say(add)}`;
  },
};
