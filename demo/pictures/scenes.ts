import { HEIGHT, WIDTH, bicycle, child, cloud, ground, hills, paint, plant, puddle, rain, shed, spade, sun } from './shapes';

export interface Scene {
  readonly name: string;
  /** Seconds on screen in the demo show. */
  readonly hold: number;
  readonly draw: string;
}

const RED = '#B9483A';
const BLUE = '#2F6E8C';
const YELLOW = '#D9A441';
const GREEN = '#5E8C4A';
const SKIN = ['#F0C9A4', '#8D5B3A', '#D9A578'] as const;

const stones = (y: number, rows: number, size: number, colour: string) => {
  let all = '';
  for (let row = 0; row < rows; row += 1) {
    for (let i = 0; i < WIDTH / size + 1; i += 1) {
      const x = i * size + (row % 2) * (size / 2);
      all += `<ellipse cx="${x}" cy="${y + row * size * 0.7}" rx="${size * 0.44}" ry="${size * 0.34}" fill="${colour}" opacity="${0.7 + ((i * 7 + row * 3) % 4) / 13}"/>`;
    }
  }
  return all;
};

/** The hollow of the bed seen from the side: earth around, filled to `level` (y) with `fill`. */
const hollow = (level: number, fill: string) => `<rect y="520" width="${WIDTH}" height="380" fill="${paint.earth}"/><rect y="520" width="${WIDTH}" height="34" fill="${paint.grass}"/>
  <path d="M260 520 C340 780 500 800 800 800 S1260 780 1340 520Z" fill="${paint.earthDark}"/>
  <clipPath id="hollow"><path d="M260 520 C340 780 500 800 800 800 S1260 780 1340 520Z"/></clipPath><rect x="200" y="${level}" width="1200" height="400" fill="${fill}" clip-path="url(#hollow)"/>`;

/** The fourteen pictures of “The rain bed by the bike shed”, in order. */
export const SCENES: readonly Scene[] = [
  { name: 'The bike shed', hold: 5, draw: ground(paint.sky, paint.yard) + hills() + cloud(360, 170) + cloud(1180, 130, 1.2) + shed(520, 720, 1.25) + child(300, 800, YELLOW, SKIN[0], 0.95) },
  { name: 'Rain on the yard', hold: 3, draw: ground(paint.skyGrey, paint.yardWet) + hills(560, '#5C7060') + cloud(300, 120, 1.6, '#77868D') + cloud(980, 90, 1.9, '#7F8E95') + shed(820, 690, 1) + rain(190) },
  { name: 'The great puddle', hold: 6, draw: ground(paint.skyGrey, paint.yardWet, 420) + shed(860, 520, 0.9) + puddle(760, 700, 620, 130) + bicycle(420, 620, RED).replace('translate(420 620)', 'translate(420 640) scale(2)') + rain(70, 0.35) },
  { name: 'How deep is it?', hold: 8, draw: ground(paint.sky, paint.yardWet, 480) + hills(480) + puddle(800, 760, 640, 110) + child(480, 760, RED, SKIN[1], 1.5, 70) + child(1120, 770, BLUE, SKIN[2], 1.4, 30) + `<g transform="translate(610 400)"><rect width="26" height="360" fill="#F5EBD2"/>${[0, 1, 2, 3, 4, 5, 6].map((i) => `<rect x="0" y="${i * 50 + 14}" width="${i % 2 ? 13 : 26}" height="5" fill="${paint.ink}"/>`).join('')}</g>` },
  { name: 'The plan', hold: 7, draw: `<rect width="${WIDTH}" height="${HEIGHT}" fill="${paint.wood}"/><g transform="rotate(-3 800 450)"><rect x="260" y="110" width="1080" height="680" fill="${paint.paper}"/><path d="M420 600 C420 380 620 330 820 360 S1180 420 1160 590 S920 720 740 700 S420 720 420 600Z" fill="#CFE0E6" stroke="${BLUE}" stroke-width="8"/><rect x="420" y="190" width="360" height="110" fill="none" stroke="${paint.ink}" stroke-width="7"/><path d="M780 245 C900 250 960 300 960 380" stroke="${BLUE}" stroke-width="8" fill="none" stroke-dasharray="22 14"/>${[520, 640, 760, 880, 1000, 1080].map((x, i) => `<circle cx="${x}" cy="${560 + (i % 2) * 60}" r="26" fill="${i % 2 ? paint.leafLight : paint.leaf}"/>`).join('')}</g><rect x="1130" y="640" width="330" height="26" rx="8" fill="#E0B03A" transform="rotate(-32 1130 640)"/>` },
  { name: 'Tools', hold: 5, draw: `<rect width="${WIDTH}" height="${HEIGHT}" fill="#D8C6A4"/>${[0, 1, 2, 3, 4].map((i) => `<rect y="${i * 180}" width="${WIDTH}" height="6" fill="#B9A37C"/>`).join('')}` + [300, 550, 800, 1050, 1300].map((x, i) => spade(x, 560, (i - 2) * 3, 1.9 + (i % 2) * 0.15)).join('') },
  { name: 'First spadeful', hold: 4, draw: ground(paint.sky, paint.grass, 500) + hills(500) + sun(1380, 150, 70) + `<ellipse cx="820" cy="790" rx="430" ry="70" fill="${paint.earth}"/>` + child(560, 770, GREEN, SKIN[0], 1.6, 40) + spade(740, 740, 24, 1.4) + child(1120, 790, RED, SKIN[1], 1.5, 60) },
  { name: 'Deeper', hold: 5, draw: `<rect width="${WIDTH}" height="520" fill="${paint.sky}"/>` + cloud(420, 160) + hollow(900, paint.earthDark) + child(640, 790, YELLOW, SKIN[2], 1.25, 50) + child(940, 790, BLUE, SKIN[0], 1.25, 20) + spade(800, 700, -14, 1.1) },
  { name: 'Where the earth went', hold: 7, draw: ground(paint.sky, paint.grass, 520) + hills(520) + `<path d="M700 800 Q960 380 1240 800Z" fill="${paint.earth}"/><path d="M820 800 Q980 500 1130 800Z" fill="${paint.earthDark}" opacity="0.5"/>` + `<g transform="translate(420 760)"><path d="M-140 -150 H160 L110 -30 H-90Z" fill="${BLUE}"/><circle cx="-60" cy="10" r="52" fill="${paint.ink}"/><path d="M160 -150 L330 -190 M110 -30 L150 30" stroke="${paint.woodDark}" stroke-width="16"/></g>` + cloud(1240, 150) },
  { name: 'Gravel below, sand on top', hold: 7, draw: `<rect width="${WIDTH}" height="520" fill="${paint.sky}"/>` + hollow(560, paint.sand) + `<g clip-path="url(#hollow)">${stones(690, 5, 46, paint.gravel)}</g>` + cloud(1200, 150, 1.2) + child(180, 530, RED, SKIN[1], 1.1, 65) + child(1440, 530, GREEN, SKIN[0], 1.1, 30) },
  { name: 'Pots in a row', hold: 8, draw: `<rect width="${WIDTH}" height="${HEIGHT}" fill="#E7DCC4"/><rect y="640" width="${WIDTH}" height="260" fill="${paint.wood}"/>` + [220, 500, 780, 1060, 1340].map((x, i) => plant(x, 560, 220 + (i % 3) * 60, [undefined, '#A65BA5', undefined, '#D96C5F', '#6C7FC4'][i]) + `<path d="M${x - 80} 540 H${x + 80} L${x + 58} 690 H${x - 58}Z" fill="#B5653C"/><rect x="${x - 90}" y="520" width="180" height="34" fill="#9C5230"/>`).join('') },
  { name: 'Planting', hold: 6, draw: ground(paint.sky, paint.earth, 470) + hills(470) + sun(230, 140, 66) + [260, 520, 1050, 1320].map((x, i) => plant(x, 800 - (i % 2) * 60, 170 + (i % 3) * 40, ['#D96C5F', undefined, '#A65BA5', '#6C7FC4'][i])).join('') + child(780, 830, YELLOW, SKIN[2], 1.7, 10) },
  { name: 'It rains', hold: 7, draw: `<rect width="${WIDTH}" height="520" fill="${paint.skyGrey}"/>` + cloud(420, 120, 1.8, '#77868D') + cloud(1180, 110, 1.7, '#7F8E95') + hollow(600, paint.water) + [430, 640, 900, 1150].map((x, i) => plant(x, 640 + (i % 2) * 50, 230 + (i % 2) * 50, ['#D96C5F', '#A65BA5', undefined, '#6C7FC4'][i])).join('') + rain(160) },
  { name: 'In bloom', hold: 8, draw: ground(paint.skyWarm, paint.grass, 520) + hills(520) + sun(1320, 170, 90) + shed(60, 640, 0.9) + `<ellipse cx="960" cy="790" rx="560" ry="86" fill="${paint.earth}"/>` + [520, 650, 790, 930, 1070, 1210, 1350].map((x, i) => plant(x, 800 + (i % 2) * 24, 210 + (i % 3) * 60, ['#D96C5F', '#A65BA5', '#E9E2F0', '#6C7FC4'][i % 4])).join('') + child(400, 850, RED, SKIN[1], 1.15, 70) + child(1480, 850, BLUE, SKIN[0], 1.15, 120) },
];

/** A scene as a whole SVG document. */
export function svgOf(scene: Scene): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}">${scene.draw}</svg>`;
}
