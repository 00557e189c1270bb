/** Backups for the lead: the list, one more, one as a file. */
import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { route } from '../http/route.js';
import type { Backups } from './service.js';

const stateOf = (backups: Backups) => ({ possible: backups.possible, making: backups.making, backups: backups.list() });

export const backupRoutes = [
  route('backups', { action: 'manage team' }, { restsOn: 'more than is written' }, async ({ backups }) => stateOf(backups)),

  route('makeBackup', { action: 'manage team' }, { keepsReach: true }, async ({ backups }) => {
    await backups.make();
    return stateOf(backups);
  }),

  route('backupFile', { action: 'manage team' }, async ({ backups, params, res }) => {
    const file = backups.file(params.name);
    res.setHeader('content-disposition', `attachment; filename="${params.name}"`);
    res.type('application/gzip');
    await pipeline(createReadStream(file), res);
    return undefined;
  }),
];
