import { type Json, list, object, text } from './json.ts';

/** A book of the first format, with or without goods, in the second: one market, offers by three benefits. */
export function bookFrom1(data: unknown): Json {
  const { market, ...old } = object(data);
  return {
    ...old,
    format: 'plemb-book/2',
    markets: [{ id: 'home', name: 'Home', ...object(market) }],
    offers: list(old.offers).map(offerFrom1),
  };
}

function offerFrom1(offer: Json): Json {
  const { code, asks } = offer;
  return {
    ...offer,
    benefit: benefitFrom1(object(offer.benefit)),
    code: typeof code === 'string' ? { is: 'shared', code } : null,
    asks: asks === null || asks === undefined ? [] : [{ over: 'value', ...object(asks) }],
  };
}

/** The second format's benefits, as far as the first had them. */
type Benefit =
  | { readonly is: 'off order'; readonly off: Json }
  | {
      readonly is: 'delivery';
      readonly on:
        | { readonly is: 'services'; readonly services: unknown }
        | { readonly is: 'up to'; readonly cap: unknown };
      readonly off: Json;
    };

function benefitFrom1({ is, percent, services, cap }: Json): Benefit {
  const free = { by: 'free' };
  switch (text(is)) {
    case 'percent off order':
      return { is: 'off order', off: { by: 'percent', percent } };
    case 'free services':
      return { is: 'delivery', on: { is: 'services', services }, off: free };
    default:
      return { is: 'delivery', on: { is: 'up to', cap }, off: free };
  }
}
