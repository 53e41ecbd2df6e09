import { HEIGHT, WIDTH, child, cloud, ground, hills, paint, rain, spade } from '../pictures/shapes';

export const RATE_OF_FRAMES = 15;

const svg = (inner: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="640" height="360" viewBox="0 0 ${WIDTH} ${HEIGHT}">${inner}</svg>`;

/** Rain falling on a roof, at a second of the film. */
export function roofFrame(second: number): string {
  const fall = (second * 640) % HEIGHT;
  const drops = [0, -HEIGHT].map((lift) => `<g transform="translate(${-fall * 0.3} ${fall + lift})">${rain(120)}</g>`).join('');
  const ridges = Array.from(
    { length: 17 },
    (_, i) => `<path d="M${i * 100 + 8} 420 L${i * 100 - 60} 900" stroke="#5E2C20" stroke-width="10"/>`,
  );
  const splashes = Array.from({ length: 14 }, (_, i) => {
    const phase = (second * 2.2 + i * 0.37) % 1;
    const x = (i * 211) % WIDTH;
    return `<ellipse cx="${x}" cy="${440 + ((i * 97) % 380)}" rx="${10 + phase * 34}" ry="${3 + phase * 8}" fill="none" stroke="#EAF3F6" stroke-width="4" opacity="${1 - phase}"/>`;
  });
  return svg(
    `${ground(paint.skyGrey, paint.roof, 400)}${hills(400, '#5C7060')}${cloud(420, 110, 1.7, '#77868D')}${cloud(1150, 90, 1.9, '#7F8E95')}<rect y="396" width="${WIDTH}" height="20" fill="#5E2C20"/>${ridges.join('')}${splashes.join('')}${drops}`,
  );
}

/** When the spade goes into the earth, seconds of the film. */
export const STROKES = [0.7, 2.1, 3.6, 4.9];
const STROKE = 0.45;

/** Digging, at a second of the film: the spade comes down for each stroke and is lifted again. */
export function spadeFrame(second: number): string {
  const since = STROKES.map((stroke) => second - stroke);
  const down = Math.max(0, ...since.map((t) => (t < 0 ? 1 + t / STROKE : Math.max(0, 1 - t / (STROKE * 2)))));
  const heap = 40 + since.filter((t) => t > 0.3).length * 26;
  const tool = spade(900, 640 + down * 110, 8 - down * 8, 1.9);
  return svg(
    `${ground(paint.sky, paint.grass, 500)}${hills(500)}${cloud(1260, 140)}<ellipse cx="860" cy="800" rx="430" ry="72" fill="${paint.earth}"/><path d="M1180 830 Q1300 ${830 - heap * 2} 1440 830Z" fill="${paint.earthDark}"/>${child(660, 800, '#5E8C4A', '#F0C9A4', 1.7, 60 - down * 45)}${tool}<ellipse cx="900" cy="812" rx="180" ry="34" fill="${paint.earthDark}"/>`,
  );
}
