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

/** Moments nearer to each other than this are one, seconds. */
const SAME: Seconds = 0.001;

/** Sets several marks in one step, as far as there is room; a moment that has one of the same name already gets no second one. */
export const addMarks = defineEdit<{ marks: readonly Mark[] }>('edit.bringMarks', (show, { marks }) => {
  const there = show.marks ?? [];
  const fresh = marks.filter(({ at, name }) => !there.some((one) => one.name === name && Math.abs(one.at - at) < SAME));
  if (fresh.length === 0) return;
  const bound = fresh.map(({ id, at, name }) => ({
    id,
    at: clamp(at, 0, LIMITS.showSeconds),
    name: name.trim().slice(0, LIMITS.marks.name),
  }));
  show.marks = [...there, ...bound].slice(0, LIMITS.marks.count).sort((a, b) => a.at - b.at);
});

/** Takes marks away. */
export const removeMarks = defineEdit<{ ids: readonly string[] }>('edit.removeAMark', (show, { ids }) => {
  if (!show.marks?.some((one) => ids.includes(one.id))) return;
  const left = show.marks.filter((one) => !ids.includes(one.id));
  show.marks = left.length === 0 ? undefined : left;
});
