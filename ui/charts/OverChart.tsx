import { LineChart } from 'react-native-gifted-charts';
import type { Over } from '../../core/level';
import { clamp } from '../../core/units';
import { chartLook } from './chartLook';
import { useTokens } from '../theme/useTokens';

/** Points that fit the width; each is the least of its stretch. */
const POINTS = 100;
const AXIS = 34;
const TOP = 40;

interface Props {
  readonly readings: readonly Over[];
  readonly seconds: number;
  readonly mark: number;
  readonly width: number;
}

/** The reading from 0 to 40 dB along the show, with the mark; where nobody speaks there is no line. */
export default function OverChart({ readings, seconds, mark, width }: Props) {
  const tokens = useTokens();
  const least = new Float32Array(POINTS).fill(Infinity);
  for (const { at, over } of readings) {
    const place = clamp(Math.floor((at / Math.max(1e-6, seconds)) * POINTS), 0, POINTS - 1);
    if (over < least[place]!) least[place] = over;
  }
  const data = [...least].map((over) => ({
    value: over === Infinity ? 0 : clamp(over, 0, TOP),
    hideDataPoint: true,
    quiet: over === Infinity,
  }));
  return (
    <LineChart
      {...chartLook(tokens, width, AXIS, POINTS)}
      data={data}
      lineSegments={segmentsOf(least).map(([startIndex, endIndex]) => ({ startIndex, endIndex, color: 'transparent' }))}
      height={100}
      overflowTop={10}
      thickness={2.5}
      color={tokens.brick}
      maxValue={TOP}
      noOfSections={4}
      showReferenceLine1
      referenceLine1Position={mark}
      referenceLine1Config={{ color: tokens.moss, dashWidth: 5, dashGap: 4, thickness: 1.5 }}
      yAxisLabelTexts={['0', '10', '20', '30', '40']}
    />
  );
}

/** Stretches of points where nobody speaks. */
function segmentsOf(least: Float32Array): [number, number][] {
  const found: [number, number][] = [];
  for (let i = 0; i < least.length; i += 1) {
    if (least[i] !== Infinity) continue;
    const last = found.at(-1);
    if (last && last[1] === i) last[1] = i + 1;
    else found.push([Math.max(0, i - 1), i + 1]);
  }
  return found.map(([from, to]) => [from, Math.min(least.length - 1, to)]);
}
