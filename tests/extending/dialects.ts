import { dialectList as own } from '../../src/core/channels/dialects.ts';
import { boardDialect } from './channel/dialect.ts';
import { marrowfen, osterby, quillgate } from './channel/manifest.ts';

export const dialectList = {
  ...own,
  quillgate: boardDialect(quillgate),
  osterby: boardDialect(osterby),
  marrowfen: boardDialect(marrowfen),
};
