import { useState } from 'react';
import { clamp } from '../../core/units';

export interface TypedNumber {
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly step: number;
  /** Null where the text is no such number. */
  readonly parse: (text: string) => number | null;
  readonly say: (value: number) => string;
  readonly onChange: (value: number) => void;
}

/** A number that is typed or stepped: the text while it is typed, and what typing and stepping end in. */
export function useTypedNumber({ value, least, most, step, parse, say, onChange }: TypedNumber) {
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);

  const settle = (next: number) => {
    const bounded = clamp(next, least, most);
    if (bounded !== value) onChange(bounded);
  };

  return {
    text: typed ?? say(value),
    wrong,
    type: (text: string) => {
      setTyped(text);
      setWrong(false);
    },
    /** Takes what was typed; what cannot be read stays to be mended and is marked. */
    commit: () => {
      if (typed === null) return;
      const parsed = parse(typed);
      if (parsed === null || Number.isNaN(parsed)) {
        setWrong(true);
        return;
      }
      setTyped(null);
      settle(parsed);
    },
    /** Lets go of what was typed. Gives whether there was anything: then the key that asked for it has done its work. */
    restore: (): boolean => {
      setTyped(null);
      setWrong(false);
      return typed !== null;
    },
    /** One more step of a button that is held: shown, and taken when it is let go of (`commit`), so that it is one edit. */
    held: (direction: 1 | -1) => {
      setTyped((before) => say(clamp(stepped((before === null ? null : parse(before)) ?? value, step, direction), least, most)));
      setWrong(false);
    },
    /** Steps land on whole steps: up from 4.13 is 4.2, down is 4.1. */
    nudge: (direction: 1 | -1) => {
      setTyped(null);
      setWrong(false);
      settle(stepped(value, step, direction));
    },
  };
}

/** The next whole step above or below a value; a value within a thousandth of a step counts as on it. */
export function stepped(value: number, step: number, direction: 1 | -1): number {
  const place = value / step;
  const next = direction > 0 ? Math.floor(place + 1e-3) + 1 : Math.ceil(place - 1e-3) - 1;
  return Number((next * step).toFixed(6));
}
