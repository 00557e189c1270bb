/** A recording made ready to be heard and looked at: sound that can be searched, its loudness, and where words may be. */
import { loudness, punctuationOf, speechIn, wordTimes } from '@sapling/core/reading';
import { under } from '../base.js';

export interface Sound {
  /** An address in this page's memory; given back with `URL.revokeObjectURL`. */
  readonly url: string;
  readonly ms: number;
  readonly loud: Float32Array;
}

/** Why a recording cannot be heard, in a sentence. */
class RecordingError extends Error {
  override readonly name = 'RecordingError';
}

/**
 * Fetches and decodes a recording. Null where there is none (any more).
 * @throws RecordingError
 */
export async function readSound(reading: string): Promise<Sound | null> {
  const bytes = await fetched(reading).catch(() => {
    throw new RecordingError('The recording cannot be fetched just now.');
  });
  if (bytes === null) return null;
  return decodeSound(bytes).catch(() => {
    throw new RecordingError('This browser cannot play what was recorded. Another one may.');
  });
}
async function fetched(reading: string): Promise<ArrayBuffer | null> {
  const response = await fetch(under(`/api/readings/${reading}/recording`));
  if (response.status === 404) return null;
  if (!response.ok) throw new Error(`The server answered ${response.status}.`);
  return response.arrayBuffer();
}

async function decodeSound(bytes: ArrayBuffer): Promise<Sound> {
  const context = new OfflineAudioContext(1, 1, 16_000);
  const buffer = await context.decodeAudioData(bytes);
  const samples = buffer.getChannelData(0);
  return {
    // what a browser records cannot be searched; plain samples can
    url: URL.createObjectURL(wavOf(samples, buffer.sampleRate)),
    ms: buffer.duration * 1000,
    loud: loudness(samples, buffer.sampleRate),
  };
}

/** Samples as a WAV file, 16 bits, mono (RIFF WAVE, PCM). */
export function wavOf(samples: Float32Array, rate: number): Blob {
  const view = new DataView(new ArrayBuffer(44 + samples.length * 2));
  const text = (at: number, s: string): void => [...s].forEach((c, k) => view.setUint8(at + k, c.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, 36 + samples.length * 2, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * 2, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, samples.length * 2, true);
  samples.forEach((s, k) => view.setInt16(44 + k * 2, Math.round(Math.max(-1, Math.min(1, s)) * 0x7fff), true));
  return new Blob([view], { type: 'audio/wav' });
}

/** Where words may begin in a recording, from what is heard: a help, not the truth. */
export function wordsInSound(sound: Sound, text: string, words: readonly string[], lastWord: number): Map<number, number> {
  const ends = new Set(punctuationOf(text).map((p) => p.word));
  const read = words.slice(0, lastWord + 1);
  return wordTimes(
    speechIn(sound.loud),
    read.map((w) => w.length),
    read.map((_, k) => ends.has(k)),
  );
}

/** The loudness in so many bars, each 0 to 1. */
export function barsOf(loud: Float32Array, bars: number): number[] {
  const most = Math.max(1e-4, ...loud);
  return Array.from({ length: bars }, (_, k) => {
    const from = Math.floor((k * loud.length) / bars);
    const to = Math.max(from + 1, Math.floor(((k + 1) * loud.length) / bars));
    let peak = 0;
    for (let s = from; s < to; s += 1) peak = Math.max(peak, loud[s] ?? 0);
    return peak / most;
  });
}
