// Lay out: elements are drawn from the shelf, dragged, sized and moved by keys; every change is sent as one edit.
import { draw } from "./drawn.js";
import { drag } from "./drag.js";
import { twice } from "./doomed.js";
import { place } from "./board.js";

let page;
let board;
/** The shelf's button whose kind is drawn with the next box, or null. */
let drawing = null;

export function mount(main) {
  page = main;
  board = main.querySelector(".board");
  drawing = null;
  board?.querySelectorAll(".element").forEach(mountElement);
  main.querySelectorAll(".shelved").forEach(mountShelved);
  if (board) mountDrawing();
  const form = main.querySelector("#elementform");
  form?.addEventListener("submit", (event) => {
    event.preventDefault();
    document.activeElement.dispatchEvent(new Event("change", { bubbles: true }));
  });
  form?.addEventListener("change", ({ target }) => post(form, form.dataset.path, { phrase: target.name, value: target.value }, ".refusal"));
}

function post(source, path, values, refusal) {
  return htmx.ajax("POST", path, {
    source,
    values: { seen: board.dataset.seen, ...values },
    ...(refusal ? { target: source.querySelector(refusal) } : { swap: "none" }),
  });
}

const numbers = (element) => ({
  x: Number(element.dataset.x),
  y: Number(element.dataset.y),
  width: Number(element.dataset.width),
  height: Number(element.dataset.height),
});

/** The cell under a place on the screen, also beside the board. */
function cell(x, y) {
  const box = board.getBoundingClientRect();
  return {
    x: Math.floor(((x - box.left) / box.width) * board.dataset.columns),
    y: Math.floor(((y - box.top) / box.height) * board.dataset.rows),
  };
}

const isOnBoard = (x, y) => {
  const box = board.getBoundingClientRect();
  return x >= box.left && x < box.right && y >= box.top && y < box.bottom;
};

/** A box that is drawn and not there yet. */
function ghost() {
  const box = document.createElement("div");
  box.className = "ghost";
  board.append(box);
  return box;
}

function mountElement(element) {
  place(element, board);
  element.style.setProperty("--at", element.dataset.at);
  let from;
  let sizing = false;
  let to;
  drag(element, {
    started: (event) => {
      if (drawing) return false;
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

/** Dragged from the shelf an element lands where it is let go; pressed, it finds a place by itself. */
function mountShelved(button) {
  let box;
  let to;
  drag(button, {
    moved: (dx, dy, event) => {
      if (!box && Math.hypot(dx, dy) < 8) return;
      box ??= ghost();
      const at = cell(event.clientX, event.clientY);
      const width = Number(button.dataset.width);
      const height = Number(button.dataset.height);
      to = isOnBoard(event.clientX, event.clientY)
        ? inside({ x: at.x - Math.floor(width / 2), y: at.y - Math.floor(height / 2), width, height })
        : null;
      box.hidden = !to;
      if (to) place(box, board, to);
    },
    ended: () => {
      if (box) button.addEventListener("click", (event) => event.preventDefault(), { once: true, capture: true });
      box?.remove();
      if (box && to) add(button, to);
      box = to = undefined;
    },
  });
}

function add(button, box) {
  post(button, `/layouts/${board.dataset.layout}/add`, { kind: button.value, ...box });
}

/** A letter takes a kind; the next box that is drawn on the board is one. */
function mountDrawing() {
  let box;
  let to;
  drag(board, {
    started: (event) => {
      if (!drawing || !isOnBoard(event.clientX, event.clientY)) return false;
      const at = cell(event.clientX, event.clientY);
      to = { ...at, width: 1, height: 1 };
      box = ghost();
      place(box, board, to);
      return true;
    },
    moved: (dx, dy, event) => {
      const from = cell(event.clientX - dx, event.clientY - dy);
      const at = cell(event.clientX, event.clientY);
      to = inside({
        x: Math.min(from.x, at.x),
        y: Math.min(from.y, at.y),
        width: Math.abs(at.x - from.x) + 1,
        height: Math.abs(at.y - from.y) + 1,
      });
      place(box, board, to);
    },
    ended: () => {
      box.remove();
      const button = drawing;
      take(null);
      const isTap = to.width === 1 && to.height === 1;
      add(button, isTap ? inside({ ...to, width: Number(button.dataset.width), height: Number(button.dataset.height) }) : to);
    },
  });
}

function take(button) {
  drawing = drawing === button ? null : button;
  board.classList.toggle("drawing", Boolean(drawing));
  page.querySelectorAll(".shelved").forEach((one) => one.classList.toggle("taken", one === drawing));
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
  post(element, `/layouts/${board.dataset.layout}/${element.dataset.element}`, to);
}

/** A refused move goes back to where the rig has it. */
document.addEventListener("htmx:beforeSwap", (event) => {
  if (event.detail.xhr?.status >= 400 && event.detail.elt?.classList?.contains("element")) place(event.detail.elt, board);
});

export function live(message) {
  for (const [key, value] of [...Object.entries(message.controls ?? {}), ...Object.entries(message.parameters ?? {})]) {
    page
      .querySelectorAll(`.element[data-key="${CSS.escape(key)}"]`)
      .forEach((element) => element.style.setProperty("--at", value.position.toFixed(4)));
  }
}

export function key(event, main) {
  if (!board) return false;
  const shelved = main.querySelector(`.shelved[data-letter="${CSS.escape(event.key)}"]`);
  if (shelved) return (take(shelved), true);
  if (event.key === "Escape" && drawing) return (take(null), true);
  const element = main.querySelector(".element.selected");
  if (!element) return false;
  if (event.key === "Delete")
    return (twice("this element", element, () => main.querySelector("#delete").click()), true);
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
