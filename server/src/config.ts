import { clockFrom, type Clock } from '@sapling/core';
import { z } from 'zod';
import { PASSWORD_COST } from './auth/password.js';
import { KEPT } from './backup/backup.js';
import type { MailSettings } from './mail/mail.js';
import type { S3Store } from './readings/s3-recordings.js';

const schema = z.object({
  SAPLING_DATA: z.string().min(1).default('.data'),
  SAPLING_HOST: z.string().min(1).default('127.0.0.1'),
  SAPLING_PORT: z.coerce.number().int().min(0).max(65535).default(4180),
  SAPLING_DEMO: z.enum(['0', '1']).default('0'),
  /** Cookies over https only; set where a proxy ends TLS in front. */
  SAPLING_SECURE: z.enum(['0', '1']).default('0'),
  /** How many proxies in front may be trusted to say where a request came from. */
  SAPLING_PROXIES: z.coerce.number().int().min(0).max(5).default(0),
  SAPLING_LOG: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('info'),
  DATABASE_URL: z.string().optional(),
  /** A mail server, who letters are from, and where the installation is: all three, or none. */
  SAPLING_SMTP: z.url({ protocol: /^smtps?$/ }).optional(),
  SAPLING_MAIL_FROM: z.string().min(3).optional(),
  SAPLING_ADDRESS: z.url({ protocol: /^https?$/ }).optional(),
  /** A store that speaks S3, for recordings: its address, bucket, key and secret together, or none of them. */
  SAPLING_S3_ENDPOINT: z.url().optional(),
  SAPLING_S3_BUCKET: z.string().min(1).optional(),
  SAPLING_S3_KEY: z.string().min(1).optional(),
  SAPLING_S3_SECRET: z.string().min(1).optional(),
  SAPLING_S3_REGION: z.string().min(1).default('us-east-1'),
  /** Where backups are kept; in the data folder where nothing is said. */
  SAPLING_BACKUPS: z.string().min(1).optional(),
  /** How many are kept; 0 for none made by itself. */
  SAPLING_BACKUPS_KEPT: z.coerce.number().int().min(0).max(1000).default(KEPT),
  /** The moment it is to be, for the demo and for tests: the clock runs on from there. */
  SAPLING_NOW: z.string().optional(),
  /** log2 of scrypt’s N for new passwords: less than the usual in tests only. */
  SAPLING_PASSWORD_COST: z.coerce.number().int().min(10).max(20).default(PASSWORD_COST),
  /** Threads for paper and judgement; all but one core where nothing is said, 0 for none of their own. */
  SAPLING_THREADS: z.coerce.number().int().min(0).max(16).optional(),
  /** 0 for no made-up school beside the real one: it takes as much memory again. */
  SAPLING_TRY_IT: z.enum(['0', '1']).default('1'),
  /** 1 where each answer is held against the contract before it goes out: in tests and in the demo, as it takes time. */
  SAPLING_HOLD_ANSWERS: z.enum(['0', '1']).default('0'),
  NODE_ENV: z.string().optional(),
});

export interface Config {
  readonly folder: string;
  readonly host: string;
  readonly port: number;
  readonly demo: boolean;
  readonly secure: boolean;
  readonly proxies: number;
  readonly logLevel: string;
  readonly databaseUrl: string | undefined;
  readonly mail?: MailSettings | undefined;
  /** Where recordings are kept other than beside the database. */
  readonly store?: S3Store | undefined;
  /** Where the clock begins, ISO 8601; undefined for the machine's own time. */
  readonly setNow?: string | undefined;
  /** When it was that moment, on the machine's clock in milliseconds since 1970; now where nothing is said. */
  readonly setSince?: number;
  /** log2 of scrypt’s N for new passwords. */
  readonly passwordCost?: number;
  /** Where backups are kept, and how many; 0 for none made by itself. */
  readonly backups?: string | undefined;
  readonly backupsKept?: number;
  /** Threads for paper and judgement. */
  readonly threads?: number | undefined;
  /** Whether a made-up school may be opened beside this one. */
  readonly tryIt?: boolean;
  /** Whether each answer is held against the contract. */
  readonly holdAnswers?: boolean;
}

function mailOf({
  SAPLING_SMTP: server,
  SAPLING_MAIL_FROM: from,
  SAPLING_ADDRESS: address,
}: z.infer<typeof schema>): MailSettings | undefined {
  if (server === undefined && from === undefined) return undefined;
  if (!server || !from || !address) throw new Error('SAPLING_SMTP, SAPLING_MAIL_FROM and SAPLING_ADDRESS: mail needs all three.');
  return { server, from, address };
}

function storeOf(e: z.infer<typeof schema>): S3Store | undefined {
  const named = [e.SAPLING_S3_ENDPOINT, e.SAPLING_S3_BUCKET, e.SAPLING_S3_KEY, e.SAPLING_S3_SECRET];
  if (named.every((value) => value === undefined)) return undefined;
  const [endpoint, bucket, key, secret] = named;
  if (!endpoint || !bucket || !key || !secret)
    throw new Error('SAPLING_S3_ENDPOINT, SAPLING_S3_BUCKET, SAPLING_S3_KEY and SAPLING_S3_SECRET: set all four or none.');
  return { endpoint, bucket, key, secret, region: e.SAPLING_S3_REGION };
}

/** The clock of a server or a command: the machine’s, or one that was set. */
export const clockOf = (config: Pick<Config, 'setNow' | 'setSince'>): Clock => clockFrom(Date.now, config.setNow, config.setSince);

/** Settings from the environment. @throws Error naming the variable that does not fit. */
export function readConfig(env: NodeJS.ProcessEnv = process.env): Config {
  const parsed = schema.safeParse(env);
  if (!parsed.success) throw new Error(parsed.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`).join('\n'));
  const e = parsed.data;
  if (e.SAPLING_NOW !== undefined && e.SAPLING_DEMO !== '1' && e.NODE_ENV !== 'test')
    throw new Error('SAPLING_NOW: only the demo and tests may set the clock; real records keep the real time.');
  if (e.SAPLING_PASSWORD_COST < PASSWORD_COST && e.NODE_ENV !== 'test')
    throw new Error(`SAPLING_PASSWORD_COST: only tests may go below ${PASSWORD_COST}.`);
  return {
    folder: e.SAPLING_DATA,
    host: e.SAPLING_HOST,
    port: e.SAPLING_PORT,
    demo: e.SAPLING_DEMO === '1',
    secure: e.SAPLING_SECURE === '1',
    proxies: e.SAPLING_PROXIES,
    logLevel: e.SAPLING_LOG,
    databaseUrl: e.DATABASE_URL,
    // a made-up school, which may run beside a real one with its settings, writes no letters and reaches no store of recordings
    mail: e.SAPLING_DEMO === '1' ? undefined : mailOf(e),
    store: e.SAPLING_DEMO === '1' ? undefined : storeOf(e),
    // the clock was set as the process began: what it takes to start does not count
    setNow: e.SAPLING_NOW,
    setSince: Math.round(performance.timeOrigin),
    passwordCost: e.SAPLING_PASSWORD_COST,
    threads: e.SAPLING_THREADS,
    // it is a process of its own beside one server: of several, only one would know of it
    tryIt: e.SAPLING_TRY_IT === '1' && e.SAPLING_DEMO === '0' && e.DATABASE_URL === undefined,
    backups: e.SAPLING_BACKUPS,
    backupsKept: e.SAPLING_DEMO === '1' ? 0 : e.SAPLING_BACKUPS_KEPT,
    holdAnswers: e.SAPLING_HOLD_ANSWERS === '1',
  };
}
