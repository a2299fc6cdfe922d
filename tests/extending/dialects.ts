import { dialects as own } from '../../src/core/channels/dialects.ts';
import { boardDialect } from './channel/dialect.ts';
import { marrowfen, osterby, quillgate } from './channel/manifest.ts';

export const dialects = {
  ...own,
  quillgate: boardDialect(quillgate),
  osterby: boardDialect(osterby),
  marrowfen: boardDialect(marrowfen),
};
