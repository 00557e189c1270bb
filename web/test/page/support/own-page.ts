/**
 * A file of tests is a page of its own: channels between pages go through all threads of a process, and what another file wrote would
 * be heard here. And there is no server: who asks for one without standing in for it hears so at once.
 */
import { threadId } from 'node:worker_threads';

const Channel = globalThis.BroadcastChannel;
globalThis.BroadcastChannel = class extends Channel {
  constructor(name: string) {
    super(`${name} ${threadId}`);
  }
};
globalThis.fetch = () => Promise.reject(new TypeError('There is no server in these tests.'));
