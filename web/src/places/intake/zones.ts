/** Minutes ahead of UTC of the zones in use, as a choice. */
const minutes = [
  -720, -660, -600, -570, -540, -480, -420, -360, -300, -240, -210, -180, -120, -60, 0, 60, 120, 180, 210, 240, 270,
  300, 330, 345, 360, 390, 420, 480, 525, 540, 570, 600, 630, 660, 720, 765, 780, 840,
];

const two = (n: number): string => String(n).padStart(2, '0');

export const zoneChoices = minutes.map((value) => {
  const size = Math.abs(value);
  return { value, label: `UTC${value < 0 ? '−' : '+'}${two(Math.floor(size / 60))}:${two(size % 60)}` };
});
