// Lay out: elements are dragged, sized and moved by keys; every change is sent as one edit.
import { draw } from "./drawn.js";
import { drag } from "./drag.js";
import { twice } from "./doomed.js";
import { level, place, rename } from "./board.js";

let page;
let board;

export function mount(main) {
  page = main;
  board = main.querySelector(".board");
  board?.querySelectorAll(".element").forEach(mountElement);
}

const numbers = (element) => ({
  x: Number(element.dataset.x),
  y: Number(element.dataset.y),
  width: Number(element.dataset.width),
  height: Number(element.dataset.height),
});

function mountElement(element) {
  place(element, board);
  level(element, Number(element.querySelector(".fill")?.dataset.value ?? 0));
  let from;
  let sizing = false;
  let to;
  drag(element, {
    started: (event) => {
      from = numbers(element);
      to = from;
      sizing = Boolean(event.target.closest(".grip"));
      return true;
    },
    moved: (dx, dy) => {
      const cellsX = Math.round((dx / board.clientWidth) * board.dataset.columns);
      const cellsY = Math.round((dy / board.clientHeight) * board.dataset.rows);
      to = sizing
        ? { ...from, width: from.width + cellsX, height: from.height + cellsY }
        : { ...from, x: from.x + cellsX, y: from.y + cellsY };
      to = inside(to);
      place(element, board, to);
    },
    ended: () => (JSON.stringify(to) === JSON.stringify(from) ? select(element) : keep(element, to)),
  });
  element.addEventListener(
    "keydown",
    (event) => (event.key === "Enter" || event.key === " ") && (event.preventDefault(), select(element))
  );
}

function inside({ x, y, width, height }) {
  const columns = Number(board.dataset.columns);
  const rows = Number(board.dataset.rows);
  width = Math.max(1, Math.min(columns, width));
  height = Math.max(1, Math.min(rows, height));
  return { x: Math.max(0, Math.min(columns - width, x)), y: Math.max(0, Math.min(rows - height, y)), width, height };
}

function select(element) {
  if (element.classList.contains("selected")) return;
  const path = `/layouts?layout=${encodeURIComponent(board.dataset.layout)}&element=${encodeURIComponent(element.dataset.element)}`;
  history.replaceState(null, "", path);
  const again = () =>
    document.querySelector(`.element[data-element="${CSS.escape(element.dataset.element)}"]`)?.focus({ preventScroll: true });
  draw(path).then(again);
}

function keep(element, to) {
  const id = element.dataset.element;
  htmx.ajax("POST", `/layouts/${board.dataset.layout}/${id}`, {
    source: element,
    values: { seen: board.dataset.seen, ...to },
    swap: "none",
  });
}

/** A refused move goes back to where the rig has it. */
document.addEventListener("htmx:beforeSwap", (event) => {
  if (event.detail.xhr?.status >= 400 && event.detail.elt?.classList?.contains("element")) place(event.detail.elt, board);
});

export function live(message) {
  for (const [key, value] of Object.entries(message.controls ?? {})) {
    page
      .querySelectorAll(`.fill[data-live="${CSS.escape(key)}"]`)
      .forEach((fill) => level(fill.closest(".element"), value.position));
  }
  rename(page, message.groups);
}

export function key(event, main) {
  const element = main.querySelector(".element.selected");
  const press = (id) => {
    main.querySelector(id)?.click();
    return true;
  };
  if (event.key === "f") return press("#addfader");
  if (event.key === "b") return press("#addlabel");
  if (!element) return false;
  if (event.key === "Delete") return (twice("this element", element, () => press("#delete")), true);
  const arrow = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
  if (!arrow) return false;
  const now = numbers(element);
  const to = inside(
    event.shiftKey
      ? { ...now, width: now.width + arrow[0], height: now.height + arrow[1] }
      : { ...now, x: now.x + arrow[0], y: now.y + arrow[1] }
  );
  if (JSON.stringify(to) !== JSON.stringify(now)) keep(element, to);
  return true;
}
