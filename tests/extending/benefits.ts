import { benefitKindsOf } from '../../src/core/offers/benefits/kind.ts';
import { benefitKinds as own } from '../../src/core/offers/benefits/list.ts';
import { secondUnit } from './benefit.ts';

export const benefitKinds = benefitKindsOf([...own.all, secondUnit]);
