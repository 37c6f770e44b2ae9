// The board of a layout, for drawing and for playing: puts elements in their cells.
export function place(element, board, { x, y, width, height } = element.dataset) {
  const columns = Number(board.dataset.columns);
  const rows = Number(board.dataset.rows);
  element.style.left = (100 * x) / columns + "%";
  element.style.top = (100 * y) / rows + "%";
  element.style.width = (100 * width) / columns + "%";
  element.style.height = (100 * height) / rows + "%";
}

export function level(element, value) {
  const fill = element.querySelector(".fill");
  if (fill) {
    fill.dataset.value = value;
    fill.style.height = (value * 100).toFixed(2) + "%";
  }
}

/** A device told another name for a group. */
export function rename(root, groups) {
  for (const [key, name] of Object.entries(groups ?? {})) {
    root.querySelectorAll(`[data-group="${CSS.escape(key)}"]`).forEach((cap) => {
      cap.textContent = name + (cap.dataset.suffix ?? "");
      const slider = cap.closest("[role=slider]");
      slider?.setAttribute("aria-label", cap.textContent);
    });
  }
}
