import { falling, glide, rush, spot, strike, swell, type Spot } from './kit';

export { type Spot } from './kit';

const always = (value: number) => () => value;
const times = (count: number, play: (index: number) => void) => Array.from({ length: count }, (_, i) => play(i));

/** All spot sounds, by their titles. */
export const SPOTS: readonly Spot[] = [
  spot('door-knock', 'Knock at a door', 'door house wood', 1.4, (out) => {
    times(3, (i) => {
      strike(
        out,
        0.05 + i * 0.32,
        [
          [118, 1, 0.16],
          [196, 0.6, 0.12],
          [331, 0.35, 0.08],
          [720, 0.15, 0.03],
        ],
        i === 1 ? 0.85 : 1,
      );
      rush(out, { at: 0.05 + i * 0.32, seconds: 0.03, level: falling(0.02) }, always(300), always(2600), 0.5, i);
    });
  }),
  spot('door-bell', 'Door bell', 'door bell house', 2.6, (out) => {
    strike(out, 0.02, [
      [659, 1, 1.6],
      [1318, 0.3, 0.9],
      [1976, 0.12, 0.5],
    ]);
    strike(out, 0.55, [
      [523, 1, 1.9],
      [1046, 0.3, 1.1],
      [1569, 0.12, 0.6],
    ]);
  }),
  spot('school-bell', 'School bell', 'school bell alarm', 3.2, (out) => {
    times(38, (i) =>
      strike(
        out,
        0.02 + i * 0.058,
        [
          [1680, 1, 0.7],
          [2520, 0.7, 0.5],
          [3910, 0.5, 0.35],
          [5240, 0.3, 0.2],
        ],
        0.3,
      ),
    );
  }),
  spot('thunder', 'Thunder', 'weather storm', 5, (out) => {
    rush(out, { at: 0.02, seconds: 0.5, level: falling(0.35) }, always(60), (t) => 4000 * Math.exp(-t * 7) + 200, 1.2, 3);
    rush(
      out,
      { at: 0.06, seconds: 4.8, level: (t) => falling(3.6)(t) * (0.7 + 0.3 * Math.sin(9 * t + Math.sin(23 * t))) },
      always(25),
      (t) => 420 * Math.exp(-t * 0.5) + 70,
      4,
      5,
    );
  }),
  spot('rain-drops', 'Single drops', 'rain water weather', 2.4, (out) => {
    times(9, (i) => {
      const hertz = [900, 1240, 760, 1500, 1050, 830, 1390, 980, 1170][i]!;
      glide(out, { at: 0.05 + i * 0.23 + (i % 3) * 0.05, seconds: 0.12, level: falling(0.09) }, (t) => hertz * (1 + 5 * t), 0.8);
    });
  }),
  spot('splash', 'Splash', 'water puddle', 1.8, (out) => {
    rush(out, { at: 0.02, seconds: 1.2, level: falling(0.7) }, always(500), (t) => 7000 * Math.exp(-t * 3) + 900, 1, 7);
    times(14, (i) =>
      glide(out, { at: 0.12 + i * 0.07, seconds: 0.1, level: falling(0.08) }, (t) => (500 + ((i * 397) % 900)) * (1 + 6 * t), 0.35),
    );
  }),
  spot('wind-gust', 'Gust of wind', 'weather wind', 4, (out) => {
    rush(
      out,
      { seconds: 3.9, level: swell(3.9) },
      (t) => 150 + 120 * Math.sin(1.4 * t),
      (t) => 500 + 900 * Math.sin((Math.PI * t) / 3.9) ** 2,
      3,
      9,
    );
  }),
  spot('bird', 'Bird', 'nature garden spring', 1.8, (out) => {
    times(5, (i) =>
      glide(
        out,
        { at: 0.05 + i * 0.3, seconds: 0.16, level: swell(0.16) },
        (t) => 3300 + 900 * Math.sin(40 * t + i) + (i % 2) * 500,
        0.6,
        0.5,
        always(0.6),
      ),
    );
  }),
  spot('owl', 'Owl', 'night nature', 2.6, (out) => {
    for (const [at, long] of [
      [0.05, 0.3],
      [0.6, 0.22],
      [0.95, 1.1],
    ] as const) {
      glide(out, { at, seconds: long, level: swell(long) }, (t) => 395 - 25 * t + 4 * Math.sin(34 * t), 0.8, 2, always(0.35));
    }
  }),
  spot('crickets', 'Crickets', 'night summer nature', 3, (out) => {
    times(12, (i) =>
      times(4, (k) =>
        glide(out, { at: 0.05 + i * 0.24 + k * 0.035, seconds: 0.03, level: swell(0.03) }, always(4600), 0.5, 1.01, always(0.8)),
      ),
    );
  }),
  spot('frog', 'Frog', 'pond nature', 1.6, (out) => {
    times(2, (i) => {
      const at = 0.05 + i * 0.7;
      glide(
        out,
        { at, seconds: 0.45, level: (t) => swell(0.45)(t) * (0.5 + 0.5 * Math.sin(2 * Math.PI * 42 * t)) },
        (t) => 260 + 180 * t,
        0.9,
        3,
        always(1.4),
      );
    });
  }),
  spot('footsteps', 'Steps on gravel', 'walk outdoors', 2.8, (out) => {
    times(5, (i) => {
      const at = 0.05 + i * 0.54;
      rush(out, { at, seconds: 0.16, level: falling(0.14) }, always(700), always(6500), 0.8, i + 20);
      rush(out, { at: at + 0.09, seconds: 0.18, level: falling(0.12) }, always(1200), always(8000), 0.5, i + 40);
    });
  }),
  spot('page', 'Page turned', 'book paper school', 0.9, (out) => {
    rush(
      out,
      { at: 0.02, seconds: 0.5, level: swell(0.5) },
      (t) => 1500 + 2500 * t,
      (t) => 4500 + 6000 * t,
      0.8,
      31,
    );
    rush(out, { at: 0.5, seconds: 0.2, level: falling(0.1) }, always(900), always(5000), 0.7, 32);
  }),
  spot('pencil', 'Pencil', 'school writing', 1.8, (out) => {
    times(9, (i) =>
      rush(
        out,
        { at: 0.04 + i * 0.18, seconds: 0.14, level: swell(0.13) },
        always(2200),
        (t) => 4200 + 9000 * t,
        i % 2 ? 0.5 : 0.7,
        50 + i,
      ),
    );
  }),
  spot('clock', 'Clock', 'time wait', 4, (out) => {
    times(8, (i) =>
      strike(
        out,
        0.05 + i * 0.5,
        i % 2
          ? [
              [1900, 1, 0.03],
              [3400, 0.5, 0.02],
            ]
          : [
              [2400, 1, 0.03],
              [4100, 0.5, 0.02],
            ],
        i % 2 ? 0.7 : 1,
      ),
    );
  }),
  spot('shutter', 'Shutter', 'photo click', 0.5, (out) => {
    rush(out, { at: 0.02, seconds: 0.03, level: falling(0.025) }, always(1500), always(9000), 1, 61);
    rush(out, { at: 0.11, seconds: 0.05, level: falling(0.035) }, always(900), always(7000), 0.8, 62);
    strike(out, 0.11, [
      [2100, 0.3, 0.03],
      [520, 0.4, 0.03],
    ]);
  }),
  spot('whoosh', 'Whoosh', 'move fast change', 1.1, (out) => {
    rush(
      out,
      { seconds: 1, level: swell(1) },
      (t) => 200 + 1200 * Math.sin(Math.PI * t) ** 2,
      (t) => 900 + 5000 * Math.sin(Math.PI * t) ** 2,
      1,
      71,
    );
  }),
  spot('pop', 'Pop', 'small funny', 0.4, (out) => {
    glide(out, { at: 0.02, seconds: 0.12, level: falling(0.09) }, (t) => 380 + 4200 * t, 1);
  }),
  spot('spring', 'Spring', 'funny bounce', 1.6, (out) => {
    glide(
      out,
      { at: 0.02, seconds: 1.4, level: falling(1.1) },
      (t) => 170 + 110 * Math.sin(2 * Math.PI * 11 * t * (1 - 0.2 * t)),
      0.9,
      2.4,
      (t) => 2 * Math.exp(-2 * t),
    );
  }),
  spot('shimmer', 'Shimmer', 'magic sparkle', 2.6, (out) => {
    times(16, (i) => {
      const hertz = 1046 * 2 ** ([0, 2, 4, 7, 9][i % 5]! / 12 + Math.floor(i / 5) * 0.5);
      strike(
        out,
        0.03 + i * 0.075,
        [
          [hertz, 1, 0.9],
          [hertz * 2.76, 0.3, 0.4],
        ],
        0.4,
      );
    });
  }),
  spot('well-done', 'Well done', 'success answer quiz', 1.6, (out) => {
    for (const [i, hertz] of [523.3, 659.3, 784, 1046.5].entries())
      strike(
        out,
        0.03 + i * 0.11,
        [
          [hertz, 1, 0.9],
          [hertz * 4, 0.2, 0.3],
        ],
        0.6,
      );
  }),
  spot('not-quite', 'Not quite', 'wrong answer quiz', 1.3, (out) => {
    for (const [at, hertz] of [
      [0.03, 233],
      [0.4, 174.6],
    ] as const) {
      glide(out, { at, seconds: 0.5, level: (t) => falling(0.9)(t) * Math.min(1, t / 0.02) }, always(hertz), 0.6, 1, always(1.8));
    }
  }),
  spot('drum-roll', 'Drum roll', 'tension prize', 3, (out) => {
    times(74, (i) => {
      const at = 0.03 + i * 0.033;
      rush(out, { at, seconds: 0.09, level: falling(0.07) }, always(350), always(6500), 0.25 + i * 0.008, 80 + i);
    });
    strike(
      out,
      2.52,
      [
        [62, 1, 0.5],
        [98, 0.5, 0.3],
      ],
      1.2,
    );
    rush(out, { at: 2.52, seconds: 0.45, level: falling(0.5) }, always(1800), always(12_000), 1.1, 200);
  }),
  spot('gong', 'Gong', 'begin metal', 5.5, (out) => {
    const modes = [97, 146, 203, 251, 318, 377, 466, 589, 741, 918].map((hertz, i) => [hertz, 1 / (1 + i * 0.35), 5 - i * 0.35] as const);
    strike(out, 0.02, modes, 0.5);
    rush(out, { at: 0.02, seconds: 2.5, level: (t) => Math.min(1, t / 0.25) * falling(2.4)(t) }, always(700), always(3800), 0.25, 91);
  }),
  spot('applause', 'Applause', 'people thanks', 4, (out) => {
    times(210, (i) => {
      const at = 0.03 + ((i * 0.6180339) % 1) * 3.4;
      const gain = Math.min(1, at * 2.4) * Math.min(1, (3.7 - at) * 0.9) * (0.3 + 0.7 * ((i * 0.381966) % 1));
      const hertz = 900 + ((i * 733) % 1400);
      rush(out, { at, seconds: 0.05, level: falling(0.035) }, always(hertz), always(hertz * 2.4), gain * 0.5, 300 + i);
    });
  }),
  spot('heartbeat', 'Heartbeat', 'tension body', 3.2, (out) => {
    times(3, (i) => {
      glide(out, { at: 0.05 + i, seconds: 0.2, level: falling(0.16) }, (t) => 62 - 90 * t, 1);
      glide(out, { at: 0.33 + i, seconds: 0.18, level: falling(0.14) }, (t) => 54 - 80 * t, 0.7);
    });
  }),
].sort((a, b) => (a.title < b.title ? -1 : 1));
