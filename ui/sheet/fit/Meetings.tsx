import { useState } from 'react';
import { wantedSeconds } from '../../../core/fit';
import { clamp } from '../../../core/units';
import { askWish } from '../../../session/fit/fitting';
import { useSaved } from '../../../session/open/store';
import { sayTime, t } from '../../../words';
import { Handle, Knob, TARGET } from '../Handle';
import { pushes } from '../spread';
import type { Viewport } from '../useSheetScroll';
import { onSheet, type FitColumns, type FitOnSheet } from './onSheet';

interface Props {
  readonly fit: FitOnSheet;
  readonly columns: FitColumns;
  readonly view: Viewport;
}

/** Moments that must meet: a line from the music to the picture, with a knob at either end. */
export function Meetings({ fit, columns, view }: Props) {
  const { part, fitting } = fit;
  const { pixelsPerSecond } = view;
  const { meets } = fitting.asked.wish;
  const wanted = useSaved((show) => wantedSeconds(show, part, fitting.asked.to));
  const from = columns.pictures.x + columns.pictures.width - TARGET / 2;
  const to = columns.piece.x + TARGET / 2;
  const change = (index: number, meet: (typeof meets)[number]) => askWish({ meets: meets.map((one, i) => (i === index ? meet : one)) });
  const shown = pushes(
    meets.map(({ at }) => (part.at + at) * pixelsPerSecond),
    TARGET,
  );
  const heard = pushes(
    meets.map(({ source }) => onSheet(fit, source) * pixelsPerSecond),
    TARGET,
  );
  return meets.map((meet, index) => {
    const [high, low] = [(part.at + meet.at) * pixelsPerSecond, onSheet(fit, meet.source) * pixelsPerSecond];
    const number = index + 1;
    return (
      <div key={index}>
        <svg
          aria-hidden
          style={{
            position: 'absolute',
            left: 0,
            top: Math.min(high, low) - 2,
            width: to + 4,
            height: Math.abs(high - low) + 4,
            pointerEvents: 'none',
            zIndex: 5,
          }}
        >
          <line
            x1={from}
            x2={to}
            y1={high - Math.min(high, low) + 2}
            y2={low - Math.min(high, low) + 2}
            className="stroke-ochre"
            strokeWidth={2.5}
          />
        </svg>
        <MeetKnob
          name={t('sheet.meetingInTheShow', { number })}
          testId={`meeting ${number} show`}
          left={from - TARGET / 2}
          moment={part.at + meet.at}
          push={shown[index]!}
          pixelsPerSecond={pixelsPerSecond}
          onMove={(by) => change(index, { ...meet, at: clamp(meet.at + by, 0, wanted) })}
        />
        <MeetKnob
          name={t('sheet.meetingInTheMusic', { number })}
          testId={`meeting ${number} music`}
          left={to - TARGET / 2}
          moment={onSheet(fit, meet.source) / fit.scale}
          push={heard[index]!}
          pixelsPerSecond={pixelsPerSecond * fit.scale}
          onMove={(by) => change(index, { ...meet, source: clamp(meet.source + by, fit.piece.from, fit.piece.to) })}
        />
      </div>
    );
  });
}

interface KnobProps {
  readonly name: string;
  readonly testId: string;
  readonly left: number;
  readonly moment: number;
  /** Pixels by which it is drawn further down, to make room for another one. */
  readonly push: number;
  readonly pixelsPerSecond: number;
  readonly onMove: (by: number) => void;
}

/** One end of a meeting. It goes with the finger; what follows from it is looked for when the finger lets go. */
function MeetKnob({ name, testId, left, moment, push, pixelsPerSecond, onMove }: KnobProps) {
  const [by, setBy] = useState(0);
  return (
    <Handle
      name={name}
      testId={testId}
      value={moment}
      said={sayTime(moment, 1)}
      left={left}
      width={TARGET}
      moment={moment + by}
      push={push}
      pixelsPerSecond={pixelsPerSecond}
      onMove={setBy}
      onEnd={(seconds) => {
        setBy(0);
        onMove(seconds);
      }}
      onCancel={() => setBy(0)}
    >
      <Knob tone="ochre" />
    </Handle>
  );
}
