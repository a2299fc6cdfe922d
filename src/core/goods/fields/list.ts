/** The fields of an item, in the order of the columns of a goods file. A new one is a file here; see docs/adding.md. */
import { barred } from './barred.ts';
import { cost } from './cost.ts';
import { dated } from './dated.ts';
import { fee } from './fee.ts';
import { goodsFieldsOf } from './field.ts';
import { hazards } from './hazards.ts';
import { kind } from './kind.ts';
import { listedAs } from './listed-as.ts';
import { mass } from './mass.ts';
import { name } from './name.ts';
import { notListed } from './not-listed.ts';
import { origin } from './origin.ts';
import { ownRate } from './own-rate.ts';
import { parent } from './parent.ts';
import { price } from './price.ts';
import { prices } from './prices.ts';
import { size } from './size.ts';
import { sku } from './sku.ts';
import { stockedBy } from './stocked-by.ts';
import { tags } from './tags.ts';
import { taxClass } from './tax-class.ts';
import { template } from './template.ts';

export const goodsFields = goodsFieldsOf([
  sku,
  name,
  price,
  mass,
  size,
  tags,
  kind,
  template,
  parent,
  cost,
  prices,
  taxClass,
  origin,
  stockedBy,
  notListed,
  listedAs,
  hazards,
  barred,
  ownRate,
  fee,
  dated,
]);
