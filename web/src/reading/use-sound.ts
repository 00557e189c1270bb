/** The sound of a reading: fetched once all of it has arrived, played at a speed, its place followed frame by frame. */
import { useEffect, useRef, useState, type RefObject } from 'react';
import { soundWaiting } from '../outbox/store.js';
import { readSound, type Sound } from './recording.js';

/** The recording with how many pieces of it still lie on this device, and why it could not be read. @param parts as the server has it */
export function useSound(reading: string, parts: number) {
  const [found, setFound] = useState<{ readonly of: string; readonly sound: Sound | null; readonly trouble: string | null } | null>(null);
  /** Not known yet at first: what is fetched then would be fetched again. */
  const [waiting, setWaiting] = useState<number | null>(null);
  const [times, setTimes] = useState(0);
  useEffect(() => {
    const look = (): void => void soundWaiting(reading).then(setWaiting);
    look();
    const timer = setInterval(look, 3000);
    return () => clearInterval(timer);
  }, [reading]);
  useEffect(() => {
    if (parts === 0 || waiting !== 0) return;
    let gone = false;
    readSound(reading).then(
      (sound) => {
        if (!gone) setFound({ of: reading, sound, trouble: null });
        else if (sound) URL.revokeObjectURL(sound.url);
      },
      // what can be heard already goes on being heard
      ({ message }: Error) =>
        !gone && setFound((now) => ({ of: reading, sound: now?.of === reading ? now.sound : null, trouble: message })),
    );
    return () => {
      gone = true;
    };
  }, [reading, parts, waiting, times]);
  const sound = found?.of === reading ? found.sound : null;
  // its memory goes back once it is not heard any more, and not while the next one is on its way
  useEffect(() => {
    if (sound) return () => URL.revokeObjectURL(sound.url);
  }, [sound]);
  return {
    sound,
    trouble: found?.of === reading ? found.trouble : null,
    waiting: waiting ?? 0,
    forget: () => setFound(null),
    again: () => setTimes((n) => n + 1),
  };
}
export interface Player {
  readonly audio: RefObject<HTMLAudioElement | null>;
  readonly playing: boolean;
  /** Milliseconds from the start. */
  readonly at: number;
  readonly speed: number;
  onPlaying(on: boolean): void;
  toggle(): void;
  seek(ms: number): void;
  setSpeed(speed: number): void;
}
export function usePlayer(sound: Sound | null): Player {
  const [speed, setSpeed] = useState(1);
  const [playing, setPlaying] = useState(false);
  const [at, setAt] = useState(0);
  const audio = useRef<HTMLAudioElement>(null);
  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    const follow = (): void => {
      setAt((audio.current?.currentTime ?? 0) * 1000);
      frame = requestAnimationFrame(follow);
    };
    frame = requestAnimationFrame(follow);
    return () => cancelAnimationFrame(frame);
  }, [playing]);
  const toggle = (): void => {
    const player = audio.current;
    if (!player) return;
    if (player.paused) void player.play();
    else player.pause();
  };
  const seek = (ms: number): void => {
    if (!audio.current || !sound) return;
    audio.current.currentTime = Math.min(sound.ms, Math.max(0, ms)) / 1000;
    setAt(Math.min(sound.ms, Math.max(0, ms)));
  };
  return {
    audio,
    playing,
    at,
    speed,
    onPlaying: setPlaying,
    toggle,
    seek,
    setSpeed: (next) => {
      setSpeed(next);
      if (audio.current) audio.current.playbackRate = next;
    },
  };
}
