/** What can be chosen as a password: lists of both kinds were written before the rule was run on them. */
import { describe, expect, it } from 'vitest';
import { whyWeak } from '../src/auth/password-strength.js';

const ABOUT = ['Robinsfield Primary School', 'Petra Lindgarde', 'petra@robinsfield.example'];
const TAKEN = [
  'three quiet rivers',
  'four loud mountains',
  'a long enough password',
  'correct horse battery staple',
  'mug-teapot-window',
  'Ich esse gern Zwetschgen',
  'kQ8#vz!2mLpx',
  'жёлтый самовар утром',
  'robinsfield has seven hens',
  'the fox sat on petra',
];
const REFUSED = [
  'short',
  'ninechars',
  'qwertyuiop',
  '1234567890',
  'Password123',
  'PASSWORD2026!!',
  'basketball',
  'Sunshine2026!',
  'aaaaaaaaaaaa',
  'abcdefghijkl',
  '987654321098',
  'Robinsfield2026',
  'petra-lindgarde-1',
  'KeenSapling1',
  'lindgarde!!!!!',
  'x'.repeat(300),
];

describe('a password', () => {
  it.each(TAKEN)('%s can be chosen', async (password) => {
    expect(await whyWeak(password, ABOUT)).toBeUndefined();
  });
  it.each(REFUSED)('%s cannot', async (password) => {
    expect(await whyWeak(password, ABOUT)).toMatch(/\.$/);
  });
});
