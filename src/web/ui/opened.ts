import { useEffect, useState } from 'react';

/** A file that somebody has opened. */
export interface Opened {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** A file's bytes, once it has been opened; null until they have come. */
export function useOpened(file: File | null): Opened | null {
  const [opened, setOpened] = useState<Opened | null>(null);
  useEffect(() => {
    setOpened(null);
    if (!file) return;
    let stale = false;
    file.arrayBuffer().then((bytes) => {
      if (!stale) setOpened({ name: file.name, bytes: new Uint8Array(bytes) });
    });
    return () => {
      stale = true;
    };
  }, [file]);
  return opened;
}
