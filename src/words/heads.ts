import { thereTargets } from '../core/goods/index.ts';

/**
 * What columns of sheets are called, by what they are taken for, in small letters without accents; in the languages
 * that sellers' programs write: English, German, French, Spanish, Dutch and Italian (common practice, no source). A new
 * name is a word here; a question mark behind it: meant only where nothing else in the file is surer.
 */
const names = (text: string): readonly string[] => text.split(', ');

/** Columns that say something of one channel, by what it is called and by its id. */
function thereHeads(): Readonly<Record<string, readonly string[]>> {
  const said = {
    id: ['id', 'listing id', 'listing', 'item id', 'product id', 'number', 'sku'],
    price: ['price', 'preis', 'prix', 'precio', 'prijs', 'prezzo'],
    listed: ['listed', 'active', 'status', 'online'],
  } as const;
  return Object.fromEntries(
    thereTargets.map(({ name, sort, channel, called }) => {
      const callings = [called.toLowerCase(), channel.replaceAll('-', ' ')];
      return [
        name,
        [...new Set(callings)].flatMap((one) =>
          said[sort].flatMap((what) => [`${one} ${what}`, `${what} at ${one}`, `${what} ${one}`]),
        ),
      ];
    }),
  );
}

/** Of files of goods. */
export const goodsHeads = {
  sku: names(
    'sku, skus, item sku, product sku, variant sku, seller sku, item number, item no, item code, article number, ' +
      'article no, article, product code, product id, product number, part number, stock code, artikelnummer, ' +
      'artikelnr, artikel nr, art nr, artikel, bestellnummer, reference, ref, reference produit, code article, ' +
      'referencia, codigo, artikelcode, productcode, codice, codice articolo, item, item num, item id, mpn?, id?, ' +
      'nr?, no?, ean?, gtin?, upc?, barcode?, symbol?, code?',
  ),
  name: names(
    'name, title, product name, product title, item name, product, description, item description, item desc, desc, ' +
      'article name, bezeichnung, artikelbezeichnung, produktbezeichnung, artikelname, produktname, titel, nom, ' +
      'nom du produit, nom article, designation, libelle, titre, nombre, titulo, descripcion, naam, productnaam, ' +
      'artikelnaam, omschrijving, nome, titolo, descrizione, nazwa?',
  ),
  price: names(
    'price, unit price, selling price, sales price, retail price, list price, price each, rrp, gross price, preis, ' +
      'verkaufspreis, vk, vk brutto, stuckpreis, bruttopreis, prix, prix de vente, prix ttc, prix unitaire, precio, ' +
      'precio de venta, pvp, prijs, verkoopprijs, prezzo, prezzo di vendita, cena?',
  ),
  mass: names(
    'mass, weight, item weight, product weight, shipping weight, unit weight, gross weight, net weight, grams, ' +
      'gewicht, versandgewicht, artikelgewicht, bruttogewicht, nettogewicht, poids, poids net, poids brut, peso, ' +
      'peso netto, peso neto, peso lordo, peso bruto, masse?, masa, wt, ship wt, waga?',
  ),
  size: names(
    'size, dimensions, dimension, measurements, l x w x h, lxwxh, l x b x h, lxbxh, l x l x h, lxlxh, l x p x h, ' +
      'package size, parcel size, masse?, abmessungen, grosse, taille, dimensiones, medidas, tamano, afmetingen, ' +
      'maten, dimensioni, misure',
  ),
  length: names(
    'length, item length, len, lgth, lange, longueur, largo, longitud, lengte, lunghezza, depth?, tiefe?, ' +
      'profondeur?, fondo?, profundidad?, diepte?, profondita?, l?',
  ),
  width: names('width, item width, wid, breite, largeur, ancho, anchura, breedte, larghezza, w?, b?'),
  height: names(
    'height, item height, hgt, hohe, hauteur, alto, altura, hoogte, altezza, h?, depth?, tiefe?, profondeur?, ' +
      'fondo?, profundidad?, diepte?, profondita?, thickness?',
  ),
  tags: names(
    'tags, tag, labels, keywords, collections, collection, categories, category, product type, schlagworte, ' +
      'kategorie, kategorien, etiquettes, categorie, etiquetas, categoria, categorias, categorieen, etichette',
  ),
  kind: names('kind, handling, handling kind, packaging, versandart, emballage, embalaje, verpakking, imballaggio'),
  template: names('template, shipping template, delivery template, versandvorlage'),
  parent: names(
    'parent, parent sku, parent item, variant of, master sku, group sku, vaterartikel, hauptartikel, article parent, ' +
      'sku padre, hoofdartikel',
  ),
  cost: names(
    'cost, unit cost, cost price, cost per item, purchase price, buying price, einkaufspreis, ek, ek netto, ' +
      'cout, prix d achat, prix achat, coste, precio de compra, kostprijs, inkoopprijs, costo, prezzo d acquisto',
  ),
  taxClass: names('tax class, tax code, tax rate name, vat class, steuerklasse, steuersatz, classe de tva, btw klasse'),
  origin: names(
    'origin, warehouse, location, stock place, stock location, depot, lager, lagerort, entrepot, almacen, magazijn, ' +
      'magazzino, sent from, ships from',
  ),
  stockedBy: names('stocked by'),
  notListed: names('not listed at, not listed'),
  listedAs: names('listed as'),
  ...thereHeads(),
  hazards: names('hazards, hazard, dangerous goods, gefahrgut, matieres dangereuses, mercancias peligrosas'),
} as const;

const place = {
  country: names(
    'country, country code, ship country, shipping country, delivery country, ship to country, destination country, ' +
      'land, lieferland, land code, verzendland, pays, pays de livraison, pais, pais de entrega, pais de envio, ' +
      'paese, paese di spedizione, nazione, nazione di spedizione, shipping country code',
  ),
  part: names('part, state, region, province, county, ship state, bundesland, provincia, provincie, etat'),
  postcode: names(
    'postcode, post code, postal code, zip, zip code, ship postcode, shipping zip, shipping postcode, plz, ' +
      'postleitzahl, code postal, codigo postal, cap',
  ),
  place: names('place, destination, ship to, delivery place'),
};
const channel = names(
  'channel, sales channel, source, marketplace, shop, store, platform, kanal, vertriebskanal, canal, kanaal, canale',
);
const month = names('month, date, day, period, week, monat, datum, mois, date de debut, mes, fecha, maand, mese, data');

/** Of files of history. */
export const historyHeads = {
  orders: {
    number: names(
      'number, order, order number, order no, order id, order reference, order name, bestellnummer, auftragsnummer, ' +
        'bestellnr, numero de commande, commande, numero de pedido, pedido, ordernummer, bestelnummer, ' +
        'numero ordine, ordine, name?, id?, nr?, no?, reference?, invoice number?',
    ),
    at: names(
      'at, date, order date, created, created at, ordered at, placed at, purchase date, datum, bestelldatum, date de ' +
        'commande, fecha, fecha de pedido, besteldatum, orderdatum, data, data ordine',
    ),
    channel,
    ...place,
    service: names(
      'service, shipping method, shipping service, delivery method, delivery, versandart, mode de livraison, envio, ' +
        'verzendmethode, spedizione',
    ),
    sku: names(
      'sku, item sku, product sku, variant sku, seller sku, line item sku, item number, item no, item code, ' +
        'article number, article no, product code, artikelnummer, artikelnr, artikel nr, art nr, reference, ref, ' +
        'reference produit, code article, referencia, codigo, artikelcode, productcode, codice, codice articolo, ' +
        'article?, artikel?, ean?, gtin?, barcode?, product id?',
    ),
    units: names(
      'units, quantity, qty, line item quantity, item quantity, item qty, quantity ordered, quantity purchased, ' +
        'qty ordered, units sold, count, menge, bestellmenge, anzahl, stuck, stuckzahl, quantite, qte, cantidad, ' +
        'unidades, aantal, quantita, pezzi, pcs?',
    ),
    codes: names(
      'codes, code, discount code, promo code, promotion code, coupon, coupon code, voucher, voucher code, ' +
        'gutschein, gutscheincode, rabattcode, aktionscode, code promo, code de reduction, bon de reduction, cupon, ' +
        'codigo promocional, codigo de descuento, kortingscode, actiecode, codice sconto, codice promo',
    ),
    charge: names(
      'charge, shipping, shipping charge, shipping price, shipping cost, shipping amount, shipping total, ' +
        'delivery charge, delivery price, delivery cost, delivery fee, postage, versand, versandkosten, ' +
        'versandpreis, porto, frais de port, frais de livraison, gastos de envio, coste de envio, verzendkosten, ' +
        'bezorgkosten, spese di spedizione, costi di spedizione, costo spedizione',
    ),
    discount: names(
      'discount, discount amount, total discount, discount total, promotion discount, rabatt, rabattbetrag, ' +
        'nachlass, remise, montant de la remise, descuento, korting, kortingsbedrag, sconto',
    ),
  },
  visits: {
    month,
    channel,
    ...place,
    visits: names('visits, sessions, visitors, users, views, besuche, sitzungen, visites, visitas, bezoeken, visite'),
  },
  advertising: {
    month,
    channel,
    ...place,
    amount: names(
      'amount, cost, spend, ad spend, advertising, kosten, ausgaben, depense, cout, gasto, uitgaven, spesa',
    ),
  },
} as const;

/** Of price lists of carriers. */
export const priceHeads = {
  what: names('what, line, line type, type, art, type de ligne, tipo'),
  service: names(
    'service, product, service name, leistung, produkt, versandart, prestation, servicio, dienst, servizio',
  ),
  zone: names('zone, tariff zone, destination zone, zielzone, zona, area'),
  places: names(
    'places, countries, country, country code, country codes, postcodes, destination, destinations, land, lander, ' +
      'zielland, pays, paises, landen, paesi',
  ),
  most: names(
    'up to, kg, up to weight, max weight, maximum weight, weight to, weight up to, to weight, weight, mass, bis, ' +
      'bis kg, gewicht bis, gewicht, poids max, jusqu a, poids, peso hasta, peso, hasta, tot, tot gewicht, fino a',
  ),
  price: names(
    'price, rate, charge, cost, amount, net price, price per parcel, preis, entgelt, nettopreis, prix, tarif, ' +
      'precio, tarifa, prijs, tarief, prezzo, tariffa',
  ),
  from: names(
    'from, valid from, start, start date, effective from, gultig ab, ab, valable du, desde, geldig vanaf, da',
  ),
  until: names('until, valid until, ends before'),
  last: names(
    'last day, valid to, end, end date, gultig bis, valable au, valido hasta, geldig tot en met, valido fino al',
  ),
} as const;
