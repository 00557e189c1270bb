/** The sound of a reading: fetched once all of it has arrived, played at a speed, its place followed frame by frame. */
import { useEffect, useRef, useState, type RefObject } from 'react';
import { soundWaiting } from '../outbox/store.js';
import { readSound, type Sound } from './recording.js';

/** The recording with how many pieces of it still lie on this device, and why it could not be read. @param parts as the server has it */
export function useSound(reading: string, parts: number) {
  const [sound, setSound] = useState<Sound | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [waiting, setWaiting] = useState(0);
  useEffect(() => {
    const look = (): void => void soundWaiting(reading).then(setWaiting);
    look();
    const timer = setInterval(look, 3000);
    return () => clearInterval(timer);
  }, [reading]);
  useEffect(() => {
    if (parts === 0 || waiting > 0) return;
    let gone = false;
    let url: string | undefined;
    readSound(reading).then(
      (found) => {
        url = found?.url;
        if (gone && url) URL.revokeObjectURL(url);
        else setSound(found);
      },
      (error: unknown) => !gone && setTrouble(error instanceof Error ? error.message : String(error)),
    );
    return () => {
      gone = true;
      if (url) URL.revokeObjectURL(url);
    };
  }, [reading, parts, waiting]);
  return { sound, trouble, waiting, forget: () => setSound(null) };
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
