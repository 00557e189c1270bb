/** Secrets in addresses: shown once, kept only as a hash. */
import { createHash, randomBytes } from 'node:crypto';

export const newSecret = (): string => randomBytes(32).toString('base64url');
export const hashOfSecret = (secret: string): string => createHash('sha256').update(secret).digest('hex');
