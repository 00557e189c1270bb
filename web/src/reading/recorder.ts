/**
 * Recording a reading. Sound is written to this device part by part as it is made, and sent to the school's own server
 * when that is in reach; it goes nowhere else. A made-up voice can stand in for the microphone.
 */
import { RECORDING_PARTS, RECORDING_TYPES } from '@sapling/contract';
import { seedFrom } from '@sapling/core';
import { scriptedReading, scriptedVoice } from '@sapling/core/reading';
import { useCallback, useEffect, useRef, useState } from 'react';
import { call, Problem } from '../api/client.js';
import { forgetSound, keepSound, nextSound, soundWaiting, type SoundPart } from '../outbox/store.js';
import { createSoundSender, type Sent } from './send-sound.js';

const PART_MS = 3000;
const RATE = 16_000;

type Source = 'microphone' | 'made-up voice';
export interface Recorder {
  readonly state: 'off' | 'ready' | 'recording' | 'standing' | 'kept';
  readonly trouble: string | null;
  /** Sound of this reading, recorded before its page was opened, lies on this device: it does not go on. */
  readonly before: boolean;
  /** Asks for the microphone (or makes the voice), so that the first word is not lost. */
  arm(source: Source): Promise<void>;
  disarm(): void;
  go(): void;
  pause(): void;
  /** Ends the recording; every part is on the device by then. */
  finish(): Promise<void>;
}

function typeOf(): (typeof RECORDING_TYPES)[number] | null {
  if (typeof MediaRecorder === 'undefined') return null;
  return RECORDING_TYPES.find((type) => MediaRecorder.isTypeSupported(type)) ?? null;
}

/** A stream of a made-up reader reading this text, from the moment it is started. */
function madeUpStream(
  text: string,
  seed: string,
): { stream: MediaStream; start: () => void; end: () => void; stand: (on: boolean) => void } {
  const context = new AudioContext({ sampleRate: RATE });
  const script = scriptedReading(text, { wpm: 96, seed: seedFrom(seed), stumble: 0.05 });
  const samples = scriptedVoice(script, { rate: RATE, seed: seedFrom(seed) });
  const buffer = context.createBuffer(1, samples.length, RATE);
  buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, 0);
  const node = context.createBufferSource();
  node.buffer = buffer;
  const out = context.createMediaStreamDestination();
  node.connect(out);
  return {
    stream: out.stream,
    start: () => node.start(),
    end: () => void context.close(),
    stand: (on) => void (on ? context.suspend() : context.resume()),
  };
}

export function useRecorder(reading: string, text: string, by: string): Recorder {
  const [state, setState] = useState<Recorder['state']>('off');
  const [trouble, setTrouble] = useState<string | null>(null);
  const [before, setBefore] = useState(false);
  useEffect(() => {
    let gone = false;
    soundWaiting(reading).then(
      (parts) => !gone && setBefore(parts > 0),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [reading]);
  const held = useRef<{
    recorder: MediaRecorder;
    stream: MediaStream;
    voice?: ReturnType<typeof madeUpStream>;
    begun: boolean;
    /** It is to stop: else the microphone went away. */
    ending: boolean;
    kept: Promise<unknown>;
  } | null>(null);
  // a microphone that is given after its page was left, or another was asked for, is not listened to
  const asked = useRef(0);
  const drop = useCallback(() => {
    asked.current += 1;
    const now = held.current;
    held.current = null;
    if (!now) return;
    if (now.recorder.state !== 'inactive') now.recorder.stop();
    for (const track of now.stream.getTracks()) track.stop();
    now.voice?.end();
  }, []);
  useEffect(() => drop, [drop]);

  return {
    state,
    trouble,
    before,
    arm: useCallback(
      async (source) => {
        drop();
        setTrouble(null);
        const mine = asked.current;
        const mime = typeOf();
        if (!mime) return setTrouble('This browser cannot record. Everything else works.');
        try {
          const voice = source === 'made-up voice' ? madeUpStream(text, reading) : undefined;
          const stream =
            voice?.stream ?? (await navigator.mediaDevices.getUserMedia({ audio: { echoCancellation: true, noiseSuppression: false } }));
          if (mine !== asked.current) {
            voice?.end();
            for (const track of stream.getTracks()) track.stop();
            return;
          }
          const recorder = new MediaRecorder(stream, { mimeType: mime });
          let part = 0;
          const entry = {
            recorder,
            stream,
            ...(voice ? { voice } : {}),
            begun: false,
            ending: false,
            kept: Promise.resolve() as Promise<unknown>,
          };
          recorder.ondataavailable = ({ data }) => {
            if (data.size === 0) return;
            if (part >= RECORDING_PARTS) return setTrouble('Three quarters of an hour are recorded. What follows is not; marks are kept.');
            const own = part;
            part += 1;
            entry.kept = entry.kept
              .then(() => keepSound({ reading, part: own, by, mime, blob: data }))
              .then(() => void sendSound(by))
              .catch(() => setTrouble('This device has no room for more sound. The marks are kept.'));
          };
          recorder.onstop = () => {
            if (held.current !== entry || entry.ending) return;
            drop();
            setState('kept');
            setTrouble('The microphone went away. What was recorded until then is kept, and so are the marks.');
          };
          held.current = entry;
          setState('ready');
        } catch {
          if (mine === asked.current) setTrouble('There is no microphone, or it may not be used here. Everything else works.');
        }
      },
      [reading, text, by, drop],
    ),
    disarm: useCallback(() => {
      drop();
      setState('off');
    }, [drop]),
    go: useCallback(() => {
      const now = held.current;
      if (!now) return;
      if (!now.begun) {
        try {
          now.recorder.start(PART_MS);
        } catch {
          drop();
          setState('off');
          return setTrouble('The microphone went away: nothing is recorded. Everything else works.');
        }
        now.begun = true;
        now.voice?.start();
      } else if (now.recorder.state === 'paused') {
        now.voice?.stand(false);
        now.recorder.resume();
      }
      setState('recording');
    }, [drop]),
    pause: useCallback(() => {
      const now = held.current;
      if (now?.recorder.state !== 'recording') return;
      now.recorder.pause();
      now.voice?.stand(true);
      setState('standing');
    }, []),
    finish: useCallback(async () => {
      const now = held.current;
      if (!now) return;
      if (now.recorder.state !== 'inactive') {
        now.ending = true;
        const stopped = new Promise((resolve) => now.recorder.addEventListener('stop', resolve, { once: true }));
        now.recorder.stop();
        await stopped;
      }
      await now.kept;
      drop();
      setState(now.begun ? 'kept' : 'off');
    }, [drop]),
  };
}

async function base64Of(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer());
  let out = '';
  for (let k = 0; k < bytes.length; k += 0x8000) out += String.fromCharCode(...bytes.subarray(k, k + 0x8000));
  return btoa(out);
}

async function send({ reading, part, mime, blob }: SoundPart): Promise<Sent> {
  const type = RECORDING_TYPES.find((t) => mime.startsWith(t)) ?? 'audio/webm';
  try {
    await call('saveRecording', { params: { id: reading, part }, body: { mime: type, base64: await base64Of(blob) } });
    return 'kept';
  } catch (error) {
    if (!(error instanceof Problem)) return 'out of reach';
    // the consent was withdrawn meanwhile, or the recording deleted: what is on the device goes too
    return error.code === 'not-allowed' ? 'not wanted' : 'not yet';
  }
}
/** Sends the sound that waits on this device; goes on until all is there or the line is lost. */
export const sendSound = createSoundSender({
  next: nextSound,
  send,
  forget: forgetSound,
  after: (ms, then) => {
    const timer = setTimeout(then, ms);
    return () => clearTimeout(timer);
  },
});
