import { createCipheriv, createDecipheriv, createHash, randomBytes } from 'node:crypto';

/** Seals short texts so that only who holds the master key can read them, and opens them again. */
export interface Sealer {
  seal(of: string, text: string): Buffer;
  /** Null where it was sealed with another master key, for something else, or has been changed. */
  open(of: string, sealed: Buffer): string | null;
}

const version = 1;
/** Where each part begins: which master key, a number used once, what proves it whole, the text itself. */
const at = { master: 1, nonce: 5, tag: 17, text: 33 } as const;

/**
 * AES-256-GCM (NIST SP 800-38D) with a number used once by each sealing; what a text is the key of is sealed along, so
 * that none can be put in another's place. Throws a RangeError where the master key is not 32 bytes in base64.
 */
export function sealer(master: string): Sealer {
  const secret = Buffer.from(master, 'base64');
  if (secret.length !== 32 || !/^[A-Za-z0-9+/]{43}=$/.test(master))
    throw new RangeError('PLEMB_SEAL_KEY is none: right would be 32 random bytes in base64');
  const which = createHash('sha256')
    .update('plemb')
    .update(secret)
    .digest()
    .subarray(0, at.nonce - at.master);
  return {
    seal(of, text) {
      const nonce = randomBytes(at.tag - at.nonce);
      const cipher = createCipheriv('aes-256-gcm', secret, nonce).setAAD(Buffer.from(of));
      const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
      return Buffer.concat([Buffer.from([version]), which, nonce, cipher.getAuthTag(), body]);
    },
    open(of, sealed) {
      const master = sealed.subarray(at.master, at.nonce);
      if (sealed.length < at.text || sealed[0] !== version || !master.equals(which)) return null;
      const [nonce, tag] = [sealed.subarray(at.nonce, at.tag), sealed.subarray(at.tag, at.text)];
      try {
        const cipher = createDecipheriv('aes-256-gcm', secret, nonce).setAAD(Buffer.from(of)).setAuthTag(tag);
        return Buffer.concat([cipher.update(sealed.subarray(at.text)), cipher.final()]).toString('utf8');
      } catch {
        return null;
      }
    },
  };
}
