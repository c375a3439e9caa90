/** Numbers of versions as people say them: "version 4", "versions 3 to 5", "versions 2, 4 to 6". */
export function versionWords(numbers: number[]): string {
  const runs: [number, number][] = [];
  for (const number of numbers) {
    const last = runs[runs.length - 1];
    if (last?.[1] === number - 1) last[1] = number;
    else runs.push([number, number]);
  }
  const words = runs.map(([first, last]) =>
    first === last ? String(first) : `${String(first)} to ${String(last)}`,
  );
  return `version${numbers.length === 1 ? '' : 's'} ${words.join(', ')}`;
}
