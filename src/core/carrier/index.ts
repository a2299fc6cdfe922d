/** Carriers: dated cards of the one that is asked, price lists of others, and what they ask for parcels. */
export {
  type Card,
  type CardBody,
  cardOn,
  cardSchema,
  carrierBy,
  carrierIn,
  parcelCharge,
  readCard,
  readCards,
} from './card.ts';
export { type Carrier, leastOf, type Parcel, type Quoted, type Quoting } from './carrier.ts';
export {
  type ListedService,
  listedCharge,
  type PriceList,
  readPriceList,
  turnsOfList,
} from './listed.ts';
export {
  type PriceFile,
  type PricesBeside,
  priceCsv,
  priceTargets,
  readPriceFile,
  type TakenAs,
  withPrices,
} from './price-file.ts';
export {
  listedServiceSchema,
  type PriceExtra,
  type PriceLine,
  type PriceListBody,
  priceListSchema,
  servicesOf,
} from './price-list.ts';
