/** Pieces that the pictures are put together from: SVG text on a ground of 1600 by 900. */
export const WIDTH = 1600;
export const HEIGHT = 900;

export const paint = {
  sky: '#A9C6D3',
  skyGrey: '#93A6AE',
  skyWarm: '#F3D9A8',
  grass: '#7C9B5A',
  grassDark: '#5F7F45',
  yard: '#B9AC98',
  yardWet: '#8F948F',
  water: '#5E93AD',
  waterLight: '#8FBACC',
  earth: '#6E4B33',
  earthDark: '#4F3524',
  sand: '#DDC48C',
  gravel: '#9A9A94',
  wood: '#9C6B3F',
  woodDark: '#6F4A2B',
  roof: '#7A3B2C',
  steel: '#5B6670',
  leaf: '#5C8A3E',
  leafLight: '#8DB45F',
  paper: '#F7F1E3',
  ink: '#22323A',
} as const;

export const ground = (top: string, bottom: string, horizon = 560) =>
  `<rect width="${WIDTH}" height="${horizon}" fill="${top}"/><rect y="${horizon}" width="${WIDTH}" height="${HEIGHT - horizon}" fill="${bottom}"/>`;

export const hills = (horizon = 560, colour: string = paint.grassDark) =>
  `<path d="M0 ${horizon} C200 ${horizon - 120} 420 ${horizon - 90} 640 ${horizon - 30} S1100 ${horizon - 140} 1600 ${horizon - 40} V${horizon + 4} H0Z" fill="${colour}"/>`;

export const sun = (x: number, y: number, r = 80) => `<circle cx="${x}" cy="${y}" r="${r}" fill="#F4C95D"/>`;

export const cloud = (x: number, y: number, scale = 1, colour = '#E9EEF0') =>
  `<g transform="translate(${x} ${y}) scale(${scale})" fill="${colour}"><ellipse cx="0" cy="0" rx="120" ry="52"/><ellipse cx="-80" cy="18" rx="80" ry="40"/><ellipse cx="90" cy="16" rx="90" ry="42"/></g>`;

/** Slanting drops over the whole picture, at reproducible places. */
export function rain(count: number, opacity = 0.55): string {
  let drops = '';
  for (let i = 0; i < count; i += 1) {
    // Multiples of two irrational shares (the plastic number's) spread evenly without rows.
    const x = ((i * 0.7548776662466927) % 1) * (WIDTH + 100);
    const y = ((i * 0.5698402909980532) % 1) * HEIGHT;
    drops += `<line x1="${x}" y1="${y}" x2="${x - 14}" y2="${y + 46}"/>`;
  }
  return `<g stroke="#EAF3F6" stroke-width="4" stroke-linecap="round" opacity="${opacity}">${drops}</g>`;
}

/** An open shed with bicycles under its roof; x, y is the left foot of the shed. */
export const shed = (x: number, y: number, scale = 1) => `<g transform="translate(${x} ${y}) scale(${scale})">
  <rect x="20" y="-250" width="22" height="250" fill="${paint.woodDark}"/><rect x="498" y="-250" width="22" height="250" fill="${paint.woodDark}"/>
  <rect x="42" y="-230" width="456" height="190" fill="${paint.wood}"/><rect x="42" y="-40" width="456" height="12" fill="${paint.woodDark}"/>
  ${bicycle(140, -66, '#B9483A')}${bicycle(300, -66, '#2F6E8C')}${bicycle(430, -66, '#D9A441')}
  <path d="M-20 -232 L40 -330 H510 L560 -232Z" fill="${paint.roof}"/>
  <rect x="524" y="-236" width="14" height="236" fill="${paint.steel}"/></g>`;

export const bicycle = (x: number, y: number, colour: string) => `<g transform="translate(${x} ${y})" fill="none" stroke-width="7">
  <circle cx="-44" cy="26" r="32" stroke="${paint.ink}"/><circle cx="44" cy="26" r="32" stroke="${paint.ink}"/>
  <path d="M-44 26 L-16 -24 H28 L44 26 M-16 -24 L4 26 L28 -24 M4 26 H-44" stroke="${colour}"/><path d="M-26 -32 H-6 M28 -24 L24 -42 H42" stroke="${paint.ink}"/></g>`;

export const puddle = (x: number, y: number, rx: number, ry: number) =>
  `<ellipse cx="${x}" cy="${y}" rx="${rx}" ry="${ry}" fill="${paint.water}"/><ellipse cx="${x - rx * 0.25}" cy="${y - ry * 0.25}" rx="${rx * 0.4}" ry="${ry * 0.25}" fill="${paint.waterLight}"/>`;

/** A child in a raincoat; feet at x, y. `arm` raises the right hand by so many degrees. */
export const child = (
  x: number,
  y: number,
  coat: string,
  skin: string,
  scale = 1,
  arm = 20,
) => `<g transform="translate(${x} ${y}) scale(${scale})">
  <path d="M-26 0 V-70 H-4 V0Z M6 0 V-70 H28 V0Z" fill="#3C4C58"/><path d="M-32 0 V-28 H0 V0Z M2 0 V-28 H36 V0Z" fill="#C9A227"/>
  <path d="M-52 -66 L-34 -190 H34 L52 -66Z" fill="${coat}"/>
  <g transform="rotate(${-arm} 34 -178)"><rect x="24" y="-182" width="26" height="96" rx="13" fill="${coat}"/><circle cx="37" cy="-84" r="13" fill="${skin}"/></g>
  <rect x="-52" y="-182" width="26" height="96" rx="13" fill="${coat}" transform="rotate(14 -39 -178)"/>
  <circle cx="0" cy="-228" r="40" fill="${skin}"/><path d="M-44 -224 A44 44 0 0 1 44 -224 L30 -236 A60 40 0 0 0 -30 -236Z" fill="${coat}"/>
  <circle cx="-13" cy="-226" r="5" fill="${paint.ink}"/><circle cx="13" cy="-226" r="5" fill="${paint.ink}"/><path d="M-12 -208 Q0 -198 12 -208" stroke="${paint.ink}" stroke-width="4" fill="none" stroke-linecap="round"/></g>`;

export const spade = (x: number, y: number, turn = 0, scale = 1) => `<g transform="translate(${x} ${y}) rotate(${turn}) scale(${scale})">
  <rect x="-7" y="-230" width="14" height="170" fill="${paint.wood}"/><rect x="-34" y="-246" width="68" height="18" rx="9" fill="${paint.woodDark}"/>
  <path d="M-38 -70 H38 V-10 Q38 40 0 62 Q-38 40 -38 -10Z" fill="${paint.steel}"/></g>`;

/** A plant with leaves up both sides and a flower on top where a colour is given; its root at x, y. */
export function plant(x: number, y: number, height: number, flower?: string): string {
  let leaves = '';
  for (let i = 1; i <= 4; i += 1) {
    const at = -(height * i) / 5;
    leaves += `<ellipse cx="-22" cy="${at}" rx="26" ry="9" transform="rotate(24 -22 ${at})" fill="${paint.leaf}"/><ellipse cx="22" cy="${at - 12}" rx="26" ry="9" transform="rotate(-24 22 ${at - 12})" fill="${paint.leafLight}"/>`;
  }
  const petals = flower
    ? [0, 60, 120, 180, 240, 300]
        .map((turn) => `<ellipse cx="0" cy="-22" rx="11" ry="20" fill="${flower}" transform="translate(0 ${-height}) rotate(${turn})"/>`)
        .join('') + `<circle cx="0" cy="${-height}" r="12" fill="#F0C64A"/>`
    : '';
  return `<g transform="translate(${x} ${y})"><rect x="-4" y="${-height}" width="8" height="${height}" fill="${paint.leaf}"/>${leaves}${petals}</g>`;
}
