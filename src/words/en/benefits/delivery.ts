import { inARow } from '../list.ts';
import { offDone, offWritten } from './off.ts';
import type { BenefitWordsFor } from './words.ts';

export const delivery: BenefitWordsFor<'delivery'> = {
  word: 'delivery',
  did({ off }, say) {
    if (off.by === 'free') return 'takes the delivery off';
    return `takes ${off.by === 'to' ? `down to ${say(off.amount)}` : offDone(off, say)} off the delivery`;
  },
  terms({ on, off }, { currency, service }) {
    const by = on.is === 'services' ? `${inARow(on.services.map(service))} delivery` : 'the cheapest delivery';
    if (off.by === 'free') return on.is === 'services' ? `Free ${by}` : 'The cheapest delivery free';
    if (off.by === 'to') return `${by.replace(/^./, (letter) => letter.toUpperCase())} at ${currency} ${off.amount}`;
    return `${offWritten(off, currency)} off ${by}`;
  },
};
