// What is chosen on a layout that is drawn: one element or several, which are moved, put in order, copied and deleted together.
import { draw } from "./drawn.js";

const KEPT = "orchard-elements";

/** The elements that are chosen, in the order they were chosen. */
export function chosen(board) {
  const order = (new URLSearchParams(location.search).get("element") ?? "").split(",");
  return [...board.querySelectorAll(".element.selected")].sort(
    (a, b) => order.indexOf(a.dataset.element) - order.indexOf(b.dataset.element)
  );
}

export const ids = (elements) => elements.map((element) => element.dataset.element).join(",");

/** Chooses these and no others. */
export function choose(board, elements) {
  const asked = { layout: board.dataset.layout, page: board.dataset.page ?? "", element: ids(elements) };
  const path = `/layouts?${new URLSearchParams(asked)}`;
  history.replaceState(null, "", path);
  const first = CSS.escape(elements[0]?.dataset.element ?? "");
  return draw(path).then(() => document.querySelector(`.element[data-element="${first}"]`)?.focus({ preventScroll: true }));
}

/** Chooses one besides what is chosen, or no longer. */
export function toggle(board, element) {
  const now = chosen(board);
  return choose(board, now.includes(element) ? now.filter((one) => one !== element) : [...now, element]);
}

/** Keeps what is chosen for this layout and others, in this browser. */
export async function copy(board) {
  const elements = chosen(board);
  if (!elements.length) return;
  const answer = await fetch(`/layouts/${board.dataset.layout}/copied?of=${encodeURIComponent(ids(elements))}`);
  if (answer.ok) localStorage.setItem(KEPT, await answer.text());
}

export const copied = () => localStorage.getItem(KEPT);

/** Lines along the edges that what is moved has in common with others. */
export function guides(board, box) {
  board.querySelectorAll(".edgeline").forEach((guide) => guide.remove());
  if (!box) return;
  const edges = (one, from, size) => [one[from], one[from] + one[size]];
  const others = [...board.querySelectorAll(".element:not(.part):not(.moving)")].map(({ dataset }) =>
    Object.fromEntries(["x", "y", "width", "height"].map((name) => [name, Number(dataset[name])]))
  );
  for (const [from, size, className, cells] of [
    ["x", "width", "across", board.dataset.columns],
    ["y", "height", "down", board.dataset.rows],
  ]) {
    const theirs = new Set(others.flatMap((one) => edges(one, from, size)));
    edges(box, from, size)
      .filter((edge) => theirs.has(edge))
      .forEach((edge) => {
        const guide = document.createElement("div");
        guide.className = `edgeline ${className}`;
        guide.style[from === "x" ? "left" : "top"] = (100 * edge) / cells + "%";
        board.append(guide);
      });
  }
}
