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
