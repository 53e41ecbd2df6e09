import tokens from './tokens.json';

/** Relative luminance and contrast, WCAG 2.2, “relative luminance” and “contrast ratio”. */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const value = parseInt(hex.slice(at, at + 2), 16) / 255;
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

function contrast(a: string, b: string): number {
  const [high, low] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (high + 0.05) / (low + 0.05);
}

const TEXTS = ['ink', 'ink-2', 'rain', 'brick', 'moss', 'ochre', 'slate', 'amber', 'red'] as const;

it.each(['light', 'dark'] as const)('%s: every text colour keeps 4.5:1 on paper, card and its own soft tone (WCAG 2.2, 1.4.3)', (name) => {
  const theme: Record<string, string> = tokens[name];
  for (const text of TEXTS) {
    for (const ground of ['paper', 'card', `${text}-soft`, text === 'rain' ? 'rain-mist' : 'card']) {
      const tone = theme[ground];
      if (tone) expect({ text, ground, keeps: contrast(theme[text]!, tone) >= 4.5 }).toEqual({ text, ground, keeps: true });
    }
  }
  expect(contrast(theme['on-rain']!, theme.rain!)).toBeGreaterThanOrEqual(4.5);
  expect(contrast(theme.paper!, theme.ink!)).toBeGreaterThanOrEqual(7);
});
