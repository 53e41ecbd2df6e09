import { LineChart } from 'react-native-gifted-charts';
import { clamp } from '../../core/units';
import { chartLook } from './chartLook';
import { useTokens } from '../theme/useTokens';

const FLOOR = -60;
/** Points that fit the width; each is the loudest of its stretch. */
const POINTS = 120;
const AXIS = 40;

/** Momentary loudness from −60 to 0 LUFS along the show. */
export default function LoudnessChart({ momentary, width }: { readonly momentary: Float32Array; readonly width: number }) {
  const tokens = useTokens();
  const size = Math.max(1, Math.ceil(momentary.length / POINTS));
  const data: { value: number }[] = [];
  for (let first = 0; first < momentary.length; first += size) {
    let most = FLOOR;
    for (let i = first; i < Math.min(momentary.length, first + size); i += 1) most = Math.max(most, momentary[i]!);
    // The chart counts upward from its floor.
    data.push({ value: clamp(most, FLOOR, 0) - FLOOR });
  }
  return (
    <LineChart
      {...chartLook(tokens, width, AXIS, data.length)}
      data={data}
      height={124}
      thickness={2}
      color={tokens.rain}
      maxValue={-FLOOR}
      noOfSections={5}
      yAxisLabelTexts={['−60', '−48', '−36', '−24', '−12', '0']}
    />
  );
}
