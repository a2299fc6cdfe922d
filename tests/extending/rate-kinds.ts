import { rateKindsOf } from '../../src/core/rates/kinds/kind.ts';
import { rateKinds as own } from '../../src/core/rates/kinds/list.ts';
import { crates } from './rate-kind.ts';

export const rateKinds = rateKindsOf([...own.all, crates]);
