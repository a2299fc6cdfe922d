/**
 * What columns of sheets are called, by what they are taken for, in small letters without accents; in the languages
 * that sellers' programs write: English, German, French, Spanish, Dutch and Italian (common practice, no source). A new
 * name is a word here.
 */
const names = (text: string): readonly string[] => text.split(', ');

/** Of files of goods. */
export const goodsHeads = {
  sku: names(
    'sku, skus, item sku, product sku, variant sku, seller sku, item number, item no, item code, article number, ' +
      'article no, article, product code, product id, product number, part number, stock code, artikelnummer, ' +
      'artikelnr, artikel nr, art nr, artikel, bestellnummer, reference, ref, reference produit, code article, ' +
      'referencia, codigo, artikelcode, productcode, codice, codice articolo, item',
  ),
  name: names(
    'name, title, product name, product title, item name, product, description, item description, bezeichnung, ' +
      'artikelbezeichnung, produktname, titel, nom, nom du produit, designation, libelle, titre, nombre, titulo, ' +
      'descripcion, naam, productnaam, omschrijving, nome, titolo, descrizione',
  ),
  price: names(
    'price, unit price, selling price, sales price, retail price, list price, price each, rrp, gross price, preis, ' +
      'verkaufspreis, vk, vk brutto, stuckpreis, bruttopreis, prix, prix de vente, prix ttc, prix unitaire, precio, ' +
      'precio de venta, pvp, prijs, verkoopprijs, prezzo, prezzo di vendita',
  ),
  mass: names(
    'mass, weight, item weight, product weight, shipping weight, unit weight, gross weight, net weight, grams, ' +
      'gewicht, versandgewicht, artikelgewicht, bruttogewicht, poids, peso, masse, masa',
  ),
  size: names(
    'size, dimensions, dimension, measurements, l x w x h, lxwxh, package size, parcel size, masse l x b x h, ' +
      'abmessungen, grosse, taille, dimensiones, medidas, tamano, afmetingen, maten, dimensioni, misure',
  ),
  length: names('length, item length, lange, longueur, largo, longitud, lengte, lunghezza'),
  width: names('width, item width, breite, largeur, ancho, anchura, breedte, larghezza'),
  height: names('height, item height, depth, hohe, hauteur, alto, altura, hoogte, altezza'),
  tags: names(
    'tags, tag, labels, keywords, collections, collection, categories, category, product type, schlagworte, kategorie, ' +
      'kategorien, etiquettes, categorie, etiquetas, categoria, categorias, categorieen, etichette',
  ),
  kind: names('kind, handling, handling kind, packaging, versandart, emballage, embalaje, verpakking, imballaggio'),
  template: names('template, shipping template, delivery template, shipping profile, shipping class, versandvorlage'),
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
  hazards: names('hazards, hazard, dangerous goods, gefahrgut, matieres dangereuses, mercancias peligrosas'),
} as const;
