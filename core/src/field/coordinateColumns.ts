/** `x`, `X-coordinate`, `Points:0`: how exporters call the coordinates of a node. Common practice, no source. */
const axisNames = [0, 1, 2].map((axis) => {
  const letter = 'xyz'[axis]!;
  return new RegExp(
    `^(${letter}|${letter}[ _-]?coord(inate)?s?|coord(inate)?s?[ _-]?${letter}|points?[:_ ]${axis})$`,
    'i',
  );
});

/**
 * The columns of a table that are x, y and z of nodes, by their names without a unit.
 * @returns  their places in the list; undefined where one of them is not there
 */
export function coordinateColumns(names: readonly string[]): [number, number, number] | undefined {
  const places = axisNames.map((pattern) => names.findIndex((name) => pattern.test(name.trim())));
  return places.includes(-1) ? undefined : (places as [number, number, number]);
}
