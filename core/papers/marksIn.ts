import Papa from 'papaparse';
import { Failure } from '../failure';
import { LIMITS, type Mark } from '../show';
import { parseTime } from '../units';

export type NewMark = Omit<Mark, 'id'>;

/** Moments in order, within what a show may have. */
export function boundMarks(marks: readonly NewMark[]): NewMark[] {
  return marks
    .filter(({ at }) => at >= 0 && at <= LIMITS.showSeconds)
    .sort((a, b) => a.at - b.at)
    .slice(0, LIMITS.marks.count)
    .map(({ at, name }) => ({ at, name: name.trim().slice(0, LIMITS.marks.name) }));
}

/**
 * Marks from a table: a list of moments as it is written here (of which only the marks count, by one of `kinds`, their name in each language), or
 * any other table that has a moment (seconds, or minutes and seconds) in one column and, if it likes, a name behind it.
 * @throws Failure `marks.none` where no row has a moment.
 */
export function marksOfCsv(text: string, kinds: readonly string[]): NewMark[] {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: true });
  const ours = data.filter((row) => row.length >= 4 && kinds.includes(row[2]!.trim()));
  const rows = ours.length > 0 ? ours.map((row) => [row[0]!, row[3]!]) : data;
  const found = rows.flatMap((row): NewMark[] => {
    const place = row.findIndex((cell) => momentOf(cell) !== null);
    return place < 0 ? [] : [{ at: momentOf(row[place]!)!, name: row[place + 1] ?? '' }];
  });
  const marks = boundMarks(found);
  if (marks.length === 0) throw new Failure('marks.none');
  return marks;
}

function momentOf(cell: string): number | null {
  const text = cell.trim();
  return /^[\d:.,]+$/.test(text) ? parseTime(text) : null;
}
