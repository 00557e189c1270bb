/** The way out for letters, as the settings have it. What it needs is loaded only where there is one. */
import { join } from 'node:path';
import type { Logger } from 'pino';
import type { Config } from '../config.js';
import type { Mail } from './mail.js';
import type { SimulatedMailServer } from './simulated-server.js';

/** Undefined where no mail server is named; in the demo one that delivers nothing and keeps its letters in the data folder. */
export async function openMail(config: Config, log: Logger): Promise<{ mail?: Mail; simulated?: SimulatedMailServer }> {
  if (!config.demo && !config.mail) return {};
  const { Mail: Sender } = await import('./mail.js');
  if (!config.demo) return { mail: new Sender(config.mail!, log) };
  const { SimulatedMailServer: Simulated } = await import('./simulated-server.js');
  const simulated = new Simulated(join(config.folder, 'mail'));
  const address = `http://${config.host}:${config.port}`;
  return { mail: new Sender({ server: await simulated.open(), from: 'demo@sapling.example', address }, log), simulated };
}
