/** A small reproducible noise source (Park and Miller, CACM 1988, "minimal standard"), in [−1, 1). */
export function noiseFrom(seed: number): () => number {
  let state = (Math.abs(Math.round(seed)) % 2_147_483_646) + 1;
  return () => {
    state = (state * 16_807) % 2_147_483_647;
    return (state / 2_147_483_647) * 2 - 1;
  };
}
