/** By how much each of some places (pixels, in any order) is pushed so that no two are closer than `apart`. */
export function pushes(places: readonly number[], apart: number): number[] {
  const order = places.map((_, i) => i).sort((a, b) => places[a]! - places[b]!);
  const drawn = spreadOut(
    order.map((i) => places[i]!),
    apart,
  );
  const by = new Array<number>(places.length);
  order.forEach((i, place) => (by[i] = drawn[place]! - places[i]!));
  return by;
}

/**
 * Where things that lie at `places` (pixels, in order) are drawn so that no two are closer than `apart`, each as near to its place as that
 * allows: those that would touch share the room around their middle.
 */
export function spreadOut(places: readonly number[], apart: number): number[] {
  // Groups of neighbours that touch: their sum of (place − offset), how many they are, and where the first of them stands.
  const groups: { sum: number; count: number }[] = [];
  const first = ({ sum, count }: { sum: number; count: number }) => sum / count - ((count - 1) / 2) * apart;
  for (const place of places) {
    let group = { sum: place, count: 1 };
    for (let last = groups.at(-1); last && first(last) + last.count * apart > first(group) + 1e-9; last = groups.at(-1)) {
      group = { sum: last.sum + group.sum, count: last.count + group.count };
      groups.pop();
    }
    groups.push(group);
  }
  return groups.flatMap((group) => Array.from({ length: group.count }, (_, i) => first(group) + i * apart));
}
