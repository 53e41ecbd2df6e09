import { LIMITS, partSeconds, pinLevel, type Part } from '../../core/show';
import { setPins } from '../../core/show/edits';
import { clamp } from '../../core/units';
import { useOpenShow } from '../../session/open/store';
import { movePinsBy, tapPin, usePinning } from '../../session/voice/pinning';
import { sayGain, sayTime, t } from '../../words';
import type { Column } from './columns';
import { Handle, TARGET } from './Handle';
import { BY_KEY, PER_PIXEL, PinKnob } from './PinKnob';
import { bankShare } from './river';
import { spreadOut } from './spread';

/** Gain at which a pin lies on the bank, dB, before pins. */
type LevelAt = (moment: number) => number;

interface Props {
  readonly part: Part;
  /** The part before the gesture under way. */
  readonly base: Part;
  readonly column: Column;
  readonly pixelsPerSecond: number;
  /** The level that is heard at a moment of the part, amplitude. */
  readonly levelAt: LevelAt;
}

/**
 * The pins of a part: small knobs on the right bank. Drawn toward the middle they lower, outward they raise, along the time they move. Where
 * they lie too close for a thumb they move apart, each with a line to its place.
 */
export function Pins({ part, base, column, pixelsPerSecond, levelAt }: Props) {
  const chosen = usePinning(({ pinning }) => (pinning?.part === part.id ? pinning.chosen : null));
  if (!chosen) return null;
  const places = part.pins.map((pin) => (part.at + pin.at) * pixelsPerSecond);
  const drawn = spreadOut(places, TARGET);
  const bankAt = (moment: number) => {
    const share = bankShare(levelAt(Math.min(moment, Math.max(0, partSeconds(part) - 0.001))));
    return column.x + column.width / 2 + share * (column.width / 2 - 3);
  };
  const knobs = part.pins.map((pin, index) => {
    const x = bankAt(pin.at);
    const isChosen = chosen.includes(index);
    return (
      <PinKnob
        key={index}
        name={t('sheet.pin', { number: index + 1 })}
        testId={`pin ${index + 1}`}
        gain={pin.gain}
        said={t(isChosen ? 'sheet.pinChosen' : 'sheet.pinAt', { gain: sayGain(pin.gain), at: sayTime(part.at + pin.at) })}
        chosen={isChosen}
        tone="rain"
        x={x}
        y={drawn[index]!}
        place={places[index]!}
        began={base.at + (base.pins[index] ?? pin).at}
        without={[base.id]}
        pixelsPerSecond={pixelsPerSecond}
        onShift={(seconds, gain, how) => movePinsBy(how === 'key' ? part : base, index, seconds, gain, how === 'try')}
        onReset={() => movePinsBy(part, index, 0, -pin.gain, false)}
        onTap={(add) => tapPin(part.id, index, add)}
      />
    );
  });
  // The slope between two pins bends where it is taken hold of: where it is long enough for a thumb between them.
  // By the pins before the gesture: the one that bends the slope is there already while it is drawn.
  const slopes = base.pins.slice(1).flatMap((pin, index) => {
    const left = base.pins[index]!;
    if ((pin.at - left.at) * pixelsPerSecond < 2 * TARGET) return [];
    const at = (left.at + pin.at) / 2;
    return [
      <SlopeKnob
        key={`slope ${index}`}
        part={part}
        base={base}
        number={index + 1}
        at={at}
        x={bankAt(at)}
        pixelsPerSecond={pixelsPerSecond}
      />,
    ];
  });
  return [...slopes, ...knobs];
}

interface SlopeProps {
  readonly part: Part;
  readonly base: Part;
  readonly number: number;
  /** Its middle, seconds from the part's start. */
  readonly at: number;
  readonly x: number;
  readonly pixelsPerSecond: number;
}

/** The middle of the slope between two pins: drawn sideways it bends there, by a pin more. */
function SlopeKnob({ part, base, number, at, x, pixelsPerSecond }: SlopeProps) {
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  const bent = (right: number) => {
    const pin = { at, gain: clamp(pinLevel(base.pins, at) + right * PER_PIXEL, LIMITS.pin.least, LIMITS.pin.most) };
    return { id: part.id, pins: [...base.pins, pin], name: 'edit.bendASlope' as const };
  };
  return (
    <Handle
      name={t('sheet.slopeAfterPin', { number })}
      testId={`slope ${number}`}
      value={pinLevel(part.pins, at)}
      said={sayGain(pinLevel(part.pins, at))}
      left={x - TARGET / 2}
      width={TARGET}
      moment={part.at + at}
      sideways
      pixelsPerSecond={pixelsPerSecond}
      onMove={(_, right) => tryOut(setPins, bent(right))}
      onEnd={(_, exact, right) => (right === 0 ? endPreview() : edit(setPins, bent(exact ? right / BY_KEY / PER_PIXEL : right)))}
      onCancel={endPreview}
    >
      <div className="h-3.5 w-3.5 rotate-45 rounded-sm border-2 border-rain bg-card" />
    </Handle>
  );
}
