/** The kinds of conditions there are. A new one stands here, in its file, its words and its part of the sentence. */
import { conditionKindsOf } from './kind.ts';
import { units } from './units.ts';
import { value } from './value.ts';

export const conditionKinds = conditionKindsOf([value, units]);
