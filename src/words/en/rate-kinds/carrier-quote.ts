import { decimalText } from '../../../core/exact/index.ts';
import { counts } from '../figures.ts';
import type { RateWordsFor } from './words.ts';

/** The services it asks for, the cheapest of which counts. */
const servicesOf = ({
  service,
  lists,
}: {
  service: string | null;
  lists: readonly { service: string }[];
}): string[] => [...(service === null ? [] : [service]), ...lists.map((one) => one.service)];

const text: RateWordsFor<'carrier quote'>['text'] = (rate) => {
  const { percent, add } = rate;
  const services = servicesOf(rate);
  return [
    `carrier’s ${services.length > 1 ? 'cheapest of ' : ''}${services.join(', ')}`,
    Number(percent) > 0 && `${percent} %`,
    Number(add) > 0 && add,
  ]
    .filter(Boolean)
    .join(' + ');
};

export const carrierQuote: RateWordsFor<'carrier quote'> = {
  text,
  first: () => 'Quote',
  manner: text,
  step(rate, { quoted, parcels, list }, _kind, say) {
    const { percent, add } = rate;
    if (quoted === null) return `No carrier answers for ${servicesOf(rate).join(', ')}: the fallback`;
    const who = list ? list.name : 'The carrier';
    const service = list ? list.service : rate.service;
    const asks = `${say(quoted.amount, quoted.currency)} for ${counts(parcels ?? 0, 'parcel')}`;
    return `${who} asks ${asks} by ${service}, plus ${decimalText(percent)} % and ${say(add)}`;
  },
};
