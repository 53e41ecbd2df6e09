import type { Tokens } from '../theme/useTokens';

/** What all charts along the show have in common; `axis` is the width of the numbers beside them, pixels. */
export function chartLook(tokens: Tokens, width: number, axis: number, points: number) {
  return {
    width: width - axis - 16,
    spacing: (width - axis - 20) / Math.max(1, points - 1),
    initialSpacing: 2,
    endSpacing: 0,
    disableScroll: true,
    hideDataPoints: true,
    yAxisLabelWidth: axis,
    yAxisTextStyle: { fontFamily: 'RainMono', fontSize: 11, color: tokens['ink-2'] },
    yAxisThickness: 0,
    xAxisThickness: 1,
    xAxisColor: tokens.line,
    rulesColor: tokens.line,
    rulesType: 'solid',
  } as const;
}
