/** Recorded pieces of several kinds: orchestra, plucked strings, dance, chamber, drums (CC-BY, GPL: the packages' copyright files say whose). */
export const PIECES = [
  ['hyperrogue-music', 'hr-domina-mountain.ogg'],
  ['hyperrogue-music', 'hr3-icyland.ogg'],
  ['hyperrogue-music', 'hr3-motion.ogg'],
  ['pushover-data', 'castle.ogg'],
  ['pushover-data', 'mechanic.ogg'],
  ['pushover-data', 'toxcity.ogg'],
] as const;

/** Lengths they are made, shares of their own. */
export const SHARES = [0.4, 0.7, 1.6] as const;
