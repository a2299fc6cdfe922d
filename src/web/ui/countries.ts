import { countries, isTerritory } from '../../core/places/index.ts';
import { countryName } from '../../words/index.ts';

/** Every country by its name, in the order of the names; territories that are parts of a country stand under it. */
export const countriesByName: readonly { readonly id: string; readonly name: string }[] = [...countries]
  .filter((code) => !isTerritory(code))
  .map((code) => ({ id: code, name: countryName(code) }))
  .sort((a, b) => a.name.localeCompare(b.name));

/** The same, to choose one of. */
export const countryChoices = countriesByName.map(({ id, name }) => ({ value: id, label: name }));
