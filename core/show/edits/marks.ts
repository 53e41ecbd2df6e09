import type { Draft } from 'immer';
import { clamp, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import type { Mark } from '../types';
import { defineEdit } from './edit';

/** Sets a mark at a moment of the show, or moves or names the one that has this id. Marks stay in order; beyond the limit none is added. */
export const setMark = defineEdit<{ id: string; at?: Seconds; name?: string }>(
  ({ at, name }) => (name === undefined ? 'edit.setAMark' : at === undefined ? 'edit.nameAMark' : 'edit.setAMark'),
  (show, { id, at, name }) => {
    const marks = (show.marks ??= []);
    let mark = marks.find((one) => one.id === id);
    if (!mark) {
      if (marks.length >= LIMITS.marks.count) return;
      mark = { id, at: 0, name: '' } as Draft<Mark>;
      marks.push(mark);
    }
    if (at !== undefined) mark.at = clamp(at, 0, LIMITS.showSeconds);
    if (name !== undefined) mark.name = name.trim().slice(0, LIMITS.marks.name);
    marks.sort((a, b) => a.at - b.at);
  },
);

/** Takes marks away. */
export const removeMarks = defineEdit<{ ids: readonly string[] }>('edit.removeAMark', (show, { ids }) => {
  if (!show.marks?.some((one) => ids.includes(one.id))) return;
  const left = show.marks.filter((one) => !ids.includes(one.id));
  show.marks = left.length === 0 ? undefined : left;
});
