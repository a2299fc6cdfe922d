/** The carrier: its dated cards, and what it asks for parcels by them. */
export {
  type Card,
  type CardBody,
  cardOn,
  cardSchema,
  carrierBy,
  parcelCharge,
  readCard,
} from './card.ts';
