import { useEffect, useState } from 'react';

/** The names of parts of countries, fetched when they are first asked for: they are many. */
type PartNames = typeof import('../../core/parts/index.ts');
let fetched: PartNames | null = null;

/** The names of parts; null until they have come. */
export function usePartNames(): PartNames | null {
  const [names, setNames] = useState(fetched);
  useEffect(() => {
    if (names) return;
    let stale = false;
    import('../../core/parts/index.ts').then((module) => {
      fetched = module;
      if (!stale) setNames(module);
    });
    return () => {
      stale = true;
    };
  }, [names]);
  return names;
}
