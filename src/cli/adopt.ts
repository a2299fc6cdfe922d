import { basename } from 'node:path';
import { bookFileSchema, channelIds } from '../core/book/index.ts';
import { sitesAdopted } from '../core/channels/index.ts';
import { channelName, notAdoptedWords } from '../words/index.ts';
import { jsonText, print, readText, Unable, unable } from './open.ts';

/**
 * A channel's file as a book with its goods, in the currency of the site whose file is called so; whatever it is called
 * otherwise, that of the first. What a book cannot say of it is told on the error output.
 */
export function runAdopt(channel: string, path: string): number {
  const id = channelIds.find((one) => one === channel);
  if (!id) throw new Unable(`There is no channel “${channel}”; there are ${channelIds.join(', ')}`);
  const [home, ...besides] = sitesAdopted(id);
  if (!home) throw new Unable(`What is live at ${channelName(id)} cannot be read into a book yet`);
  const named = besides.find(({ files, settings }) => files(settings.parse({})).includes(basename(path)));
  const { adopt, files, settings } = named ?? home;
  // Whatever it is called here, one file is the channel's.
  const [only, ...others] = files(settings.parse({}));
  const name = only !== undefined && others.length === 0 ? only : basename(path);
  const read = adopt([{ name, text: readText(path) }]);
  if (!read.ok) throw unable(path, read.problems);
  const { book, goods, lost } = read.value;
  for (const text of notAdoptedWords(lost)) process.stderr.write(`${text}\n`);
  print(jsonText(bookFileSchema.parse({ ...book, goods: goods() }), 1));
  return 0;
}
