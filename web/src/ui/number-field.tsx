/** A whole number within a range, typed in any way: half of it is no other number, and an empty field no nought. */
import { useState, type InputHTMLAttributes } from 'react';

/** What a field of this range takes of a text while it is typed; null for what is not whole yet, or out of range. */
export function takenWhileTyped(text: string, least: number, most: number): number | null {
  const n = Number(text);
  return text.trim() !== '' && Number.isInteger(n) && n >= least && n <= most ? n : null;
}
/** What stays when the field is left: the nearest number of the range, or the one before where nothing was typed. */
export function keptWhenLeft(text: string, before: number, least: number, most: number): number {
  const n = Number(text);
  return text.trim() === '' || !Number.isFinite(n) ? before : Math.min(most, Math.max(least, Math.round(n)));
}

interface Props extends Omit<InputHTMLAttributes<HTMLInputElement>, 'value' | 'onChange' | 'min' | 'max' | 'type'> {
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly onNumber: (value: number) => void;
}
export function NumberField({ value, least, most, onNumber, ...rest }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const settle = (): void => {
    if (typed === null) return;
    const kept = keptWhenLeft(typed, value, least, most);
    setTyped(null);
    if (kept !== value) onNumber(kept);
  };
  return (
    <input
      {...rest}
      type="number"
      min={least}
      max={most}
      value={typed ?? value}
      onChange={(event) => {
        setTyped(event.target.value);
        const taken = takenWhileTyped(event.target.value, least, most);
        if (taken !== null && taken !== value) onNumber(taken);
      }}
      onBlur={settle}
      onKeyDown={(event) => {
        if (event.key === 'Enter') settle();
      }}
    />
  );
}
