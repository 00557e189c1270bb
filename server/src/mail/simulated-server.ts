/**
 * A mail server that delivers nothing: it takes every letter and keeps it, in memory and as an .eml file where a folder is named.
 * For the demo and for tests.
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { SMTPServer } from 'smtp-server';

export interface Letter {
  readonly to: readonly string[];
  /** As it came over the line: headers and text. */
  readonly raw: string;
}

export class SimulatedMailServer {
  readonly letters: Letter[] = [];
  /** Refuses every letter, as a server does that is out of order. */
  refuses = false;
  readonly #server: SMTPServer;

  constructor(private readonly folder?: string) {
    this.#server = new SMTPServer({
      authOptional: true,
      disabledCommands: ['STARTTLS'],
      onAuth: (auth, _session, done) => done(null, { user: auth.username ?? '' }),
      onData: (stream, session, done) => {
        const parts: Buffer[] = [];
        stream.on('data', (part: Buffer) => parts.push(part));
        stream.on('end', () => {
          if (this.refuses) return done(new Error('Out of order.'));
          this.#keep({ to: session.envelope.rcptTo.map((r) => r.address), raw: Buffer.concat(parts).toString('utf8') });
          done();
        });
      },
    });
  }

  /** @returns its address, for SAPLING_SMTP */
  async open(port = 0): Promise<string> {
    await new Promise<void>((done, fail) => {
      this.#server.once('error', fail);
      this.#server.listen(port, '127.0.0.1', done);
    });
    return `smtp://127.0.0.1:${(this.#server.server.address() as AddressInfo).port}`;
  }

  #keep(letter: Letter): void {
    this.letters.push(letter);
    if (this.folder === undefined) return;
    mkdirSync(this.folder, { recursive: true });
    writeFileSync(join(this.folder, `${String(this.letters.length).padStart(4, '0')}.eml`), letter.raw);
  }

  close(): Promise<void> {
    return new Promise((done) => this.#server.close(done));
  }
}
/** The text of a letter as its reader sees it: quoted-printable is made out. */
export function textOf({ raw }: Letter): string {
  const [head = '', ...body] = raw.split('\r\n\r\n');
  const text = body.join('\r\n\r\n');
  if (!/content-transfer-encoding: quoted-printable/i.test(head)) return text;
  const bytes = text.replace(/=\r\n/g, '').replace(/=([0-9A-F]{2})/gi, (_all, hex: string) => String.fromCharCode(parseInt(hex, 16)));
  return Buffer.from(bytes, 'latin1').toString('utf8');
}
