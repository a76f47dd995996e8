export const median = (list: readonly number[]) =>
  [...list].sort((x, y) => x - y)[Math.floor(list.length / 2)] ?? Number.NaN
