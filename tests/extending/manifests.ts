/** The channels there are, and three that only the tests know. */
import { manifestsOf } from '../../src/core/channels/manifest.ts';
import { manifests as own } from '../../src/core/channels/manifests.ts';
import { marrowfen, osterby, quillgate } from './channel/manifest.ts';

export const manifests = manifestsOf([...own.all, quillgate, osterby, marrowfen]);
