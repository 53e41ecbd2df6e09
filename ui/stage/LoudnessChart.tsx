import { LineChart } from 'react-native-gifted-charts';
import { clamp } from '../../core/units';
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
  const plain = { fontFamily: 'RainMono', fontSize: 11, color: tokens['ink-2'] };
  return (
    <LineChart
      data={data}
      width={width - AXIS - 16}
      height={124}
      spacing={(width - AXIS - 20) / Math.max(1, data.length - 1)}
      initialSpacing={2}
      endSpacing={0}
      disableScroll
      hideDataPoints
      thickness={2}
      color={tokens.rain}
      maxValue={-FLOOR}
      noOfSections={5}
      yAxisLabelTexts={['−60', '−48', '−36', '−24', '−12', '0']}
      yAxisLabelWidth={AXIS}
      yAxisTextStyle={plain}
      yAxisThickness={0}
      xAxisThickness={1}
      xAxisColor={tokens.line}
      rulesColor={tokens.line}
      rulesType="solid"
    />
  );
}
