import type { BrokenPromise } from '../../core/plan/index.ts';

const list = (right: readonly string[]): string => right.join(', ') || 'nothing of the sort';

const parts = { code: 'code', amount: 'least value', place: 'places', end: 'last day', service: 'services' } as const;

/** What is wrong with a word of an offer's texts, and what the rule says. */
export function brokenWords({ in: where, word, fault }: BrokenPromise): string {
  const text = typeof where === 'string' ? where : `title in ${where.locale}`;
  const [says, speaks, names] = where === 'terms' ? ['say', 'speak', 'name'] : ['says', 'speaks', 'names'];
  switch (fault.is) {
    case 'amount':
      return `The ${text} ${says} “${word}”; the rule has ${list(fault.right)}.`;
    case 'over':
      return `The ${text} ${says} “${word}”; ${fault.amount} itself qualifies: “from ${fault.amount}”.`;
    case 'percent': {
      const shares = fault.right.map((one) => `${one} %`).join(', ');
      return `The ${text} ${says} “${word}”; the rule has ${shares || 'no percentage'}.`;
    }
    case 'date': {
      const [from, to] = fault.right;
      const runs = fault.right.length === 2 ? `from ${from} to ${to}` : `by ${list(fault.right)}`;
      return `The ${text} ${says} “${word}”; it runs ${runs}.`;
    }
    case 'service':
      return `The ${text} ${speaks} of ${word}; it is for ${list(fault.right)}.`;
    case 'place':
      return `The ${text} ${speaks} of ${word}; it holds in ${list(fault.right)}.`;
    case 'code': {
      const has = fault.right === null ? 'it asks no such code' : `its code is ${fault.right}`;
      return `The ${text} ${names} ${word}; ${has}.`;
    }
    case 'not free':
      return `The ${text} ${says} “free”; nothing of it is free.`;
    case 'long':
      return `${fault.where} takes ${fault.most} letters of the ${text}: “${word}” is cut off.`;
    case 'missing':
      return `The terms do not say its ${parts[fault.what]}: ${fault.right}.`;
  }
}
