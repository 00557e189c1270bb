/** What is read again when something of a topic changed elsewhere. */
import type { EndpointName, LiveEvent } from '@sapling/contract';

export const TOPICS: Record<LiveEvent['topic'], readonly EndpointName[]> = {
  children: [
    'children',
    'child',
    'evidence',
    'childTeaching',
    'today',
    'progress',
    'practice',
    'classes',
    'leavers',
    'merges',
    'erasures',
    'childTrail',
  ],
  // who is in a group, and whose it is, its sessions to come follow, and whom a tutor reaches
  groups: [
    'groups',
    'schoolYears',
    'timetable',
    'lendings',
    'groupRules',
    'groupHistory',
    'groupOutcome',
    'children',
    'today',
    'sessions',
    'session',
    'practice',
    'progress',
    'classes',
    'readings',
    'checks',
  ],
  sessions: ['sessions', 'session', 'today', 'groupOutcome', 'practice', 'coverLinks', 'binned'],
  checks: ['checks', 'check', 'today', 'binned'],
  readings: ['readings', 'reading', 'children', 'child', 'evidence', 'today', 'practice'],
  // whoever makes a class has it
  classes: ['classes', 'children', 'child', 'progress', 'schoolYears', 'team', 'practice'],
  team: ['team', 'authState'],
  timetable: ['timetable'],
  settings: ['settings', 'children', 'child', 'progress'],
  remarks: ['remarks', 'today'],
  // nothing that is read: whoever waits for work hears of it by its name
  work: [],
  library: ['orders', 'texts', 'styles', 'corrections', 'schoolWords', 'cues', 'rules', 'children', 'child'],
};
