// The board of a layout on which it is drawn: puts elements in their cells.
export function place(element, board, { x, y, width, height } = element.dataset) {
  const columns = Number(board.dataset.columns);
  const rows = Number(board.dataset.rows);
  element.style.left = (100 * x) / columns + "%";
  element.style.top = (100 * y) / rows + "%";
  element.style.width = (100 * width) / columns + "%";
  element.style.height = (100 * height) / rows + "%";
}
