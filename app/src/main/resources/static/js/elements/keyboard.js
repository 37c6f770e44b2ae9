// Where keys lie: the wide ones side by side, the narrow ones over the gaps between them.
const NARROW = 0.62;
export const LOW = 0.6; // so far down reach the narrow ones

export const isBlack = (key) => key.classList.contains("black");

/** Lays keys out so that so many wide ones fill the row, from the one of that number on. */
export function lay(row, from = 0, wide = Infinity) {
  const keys = [...row.querySelectorAll(".key")];
  const count = Math.min(wide, keys.filter((key) => !isBlack(key)).length);
  let at = -from;
  for (const key of keys) {
    const width = isBlack(key) ? NARROW : 1;
    const left = isBlack(key) ? at - NARROW / 2 : at++;
    key.hidden = left < -0.01 || left + width > count + 0.01;
    key.style.left = (100 * left) / count + "%";
    key.style.width = (100 * width) / count + "%";
  }
}
