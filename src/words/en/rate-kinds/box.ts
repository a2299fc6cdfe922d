import type { RateWordsFor } from './words.ts';

const text: RateWordsFor<'box'>['text'] = ({ sizes }) =>
  sizes.length === 1 ? `${sizes[0]?.amount} a box` : `by the box, ${sizes.length} sizes`;

export const box: RateWordsFor<'box'> = {
  text,
  first: ({ sizes }) => sizes[0]?.amount ?? '',
  manner: text,
  step: ({ sizes }, { parcels }, _kind, say) =>
    `By the box: ${sizes.map((size) => `${say(size.amount)} ${size.box.name}`).join(', ')}${
      parcels === null ? '' : `; ${parcels} of them`
    }`,
};
