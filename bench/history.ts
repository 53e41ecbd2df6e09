import { FIRST_LANES, nothingWritten, perform, rowNames, rowsFor, startHistory, type History } from '../core/show';
import { layParts, movePart, newPart, setPartGain, splitParts, trimEdge } from '../core/show/edits';
import { showOf, soundMedia } from '../tests/shows';
import { median, timed, type Figure, type Size } from './figure';

const PARTS = 200;

/** A show of many pieces of several passages each. */
function large(): History {
  const media = soundMedia(1001, 600);
  const parts = Array.from({ length: PARTS }, (_, i) => ({
    ...newPart(`part-${i}`, FIRST_LANES.spot, media),
    at: i * 4,
    spans: Array.from({ length: 6 }, (_each, k) => ({ from: k * 10, to: k * 10 + 0.5, join: 0.02 })),
  }));
  return startHistory(layParts(showOf([450, 450]), { parts, media: [media], instead: [] }));
}

/** One of the edits that people make, the `turn`th. */
function edited(history: History, turn: number): History {
  const id = `part-${(turn * 7) % PARTS}`;
  const part = history.show.parts.find((one) => one.id === id)!;
  switch (turn % 4) {
    case 0:
      return perform(history, movePart, { id, at: part.at + 0.001 });
    case 1:
      return perform(history, setPartGain, { ids: [id], gain: -((turn % 300) + 1) / 10 });
    case 2:
      return perform(history, trimEdge, { id, edge: 'end', moment: part.at + 1.5 + (turn % 10) / 10 });
    default:
      return perform(history, splitParts, { ids: [[id, `half-${turn}`]], moment: part.at + 0.75 });
  }
}

/** What a save costs after many edits, and by how much the record grows with each of them. */
export function historyFigures(size: Size): Figure[] {
  const count = size === 'full' ? 1000 : 50;
  let history = large();
  const written = nothingWritten();
  rowsFor(history, 0, written);
  const costs: number[] = [];
  const grown: number[] = [];
  for (let turn = 0; turn < count; turn += 1) {
    history = edited(history, turn);
    let rows = new Map<string, string>() as ReadonlyMap<string, string>;
    costs.push(timed(() => ({ put: rows } = rowsFor(history, turn, written))));
    grown.push([...rows].filter(([name]) => name !== rowNames.show(history.show.id)).reduce((sum, [, text]) => sum + text.length, 0));
  }
  const document = JSON.stringify(history.show).length;
  const last = costs.slice(-200);
  return [
    { name: `A save after ${count} edits of a show of ${PARTS} parts`, value: median(last) * 1000, unit: 'ms', wanted: { most: 10 } },
    { name: 'the slowest of the last 200', value: Math.max(...last) * 1000, unit: 'ms' },
    { name: 'Rows of one edit, in the middle', value: median(grown) / 1000, unit: 'kB' },
    { name: 'the largest, beside the document', value: Math.max(...grown) / document, unit: 'ratio', wanted: { most: 0.1 } },
  ];
}
