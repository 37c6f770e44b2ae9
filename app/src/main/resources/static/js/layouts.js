// Lay out: elements are drawn from the shelf, dragged, sized and moved by keys; every change is sent as one edit.
import { drag } from "./drag.js";
import { twice } from "./doomed.js";
import { place } from "./board.js";
import { draw } from "./drawn.js";
import { stand } from "./elements/at.js";
import { lay } from "./elements/keyboard.js";
import { choose, chosen, copied, copy, guides, ids, toggle } from "./chosen.js";

let page;
let board;
/** The shelf's button whose kind is drawn with the next box, or null. */
let drawing = null;
/** By how much to move on once the page shows the last move, or null. */
let waiting = null;

export function mount(main) {
  page = main;
  board = main.querySelector(".board");
  drawing = null;
  main.addEventListener("htmx:configRequest", ({ detail }) => (detail.parameters.page = board?.dataset.page ?? ""));
  board?.querySelectorAll(".element:not(.part)").forEach(mountElement);
  board?.querySelectorAll(".element.part").forEach((part) => {
    place(part, board);
    stand(part, Number(part.dataset.at));
  });
  main.querySelectorAll(".shelved").forEach(mountShelved);
  main.querySelectorAll("[data-tall]").forEach((button) => button.matches("button") && button.addEventListener("click", turn));
  if (board) {
    board.parentElement.style.setProperty("--screens", board.dataset.screens);
    mountDrawing();
    changeOn();
  }
  const several = main.querySelector("#severalform");
  several?.addEventListener("click", ({ target }) => {
    const how = target.closest("[data-how]")?.dataset.how;
    if (how) post(several, `${several.dataset.path}/${how}`, { of: ids(chosen(board)) }, ".refusal");
  });
  const form = main.querySelector("#elementform");
  form?.addEventListener("submit", (event) => {
    event.preventDefault();
    document.activeElement.dispatchEvent(new Event("change", { bubbles: true }));
  });
  main.querySelector("#lift")?.addEventListener("click", ({ target }) =>
    post(form, target.dataset.path, { strip: main.querySelector("#lifted").value }, ".refusal")
  );
  form?.addEventListener("change", ({ target }) => {
    if (target.id !== "lifted") post(form, form.dataset.path, { phrase: target.name, value: target.value }, ".refusal");
  });
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
  stand(element, Number(element.dataset.at));
  element.querySelectorAll(".keyrow").forEach((row) => lay(row));
  let group = [];
  let sizing = false;
  let isStuck = false;
  let by;
  let to;
  drag(element, {
    started: (event) => {
      if (drawing) return false;
      group = element.classList.contains("selected") ? chosen(board) : [element];
      group = group.filter((one) => !one.dataset.fixed);
      group.forEach((one) => one.classList.add("moving"));
      by = { x: 0, y: 0 };
      to = numbers(element);
      sizing = Boolean(event.target.closest(".grip"));
      isStuck = false;
      return true;
    },
    moved: (dx, dy) => {
      isStuck ||= Boolean(element.dataset.fixed) && Math.hypot(dx, dy) > 8;
      if (element.dataset.fixed) return;
      by = {
        x: Math.round((dx / board.clientWidth) * board.dataset.columns),
        y: Math.round((dy / board.clientHeight) * board.dataset.rows),
      };
      group.forEach((one) => place(one, board, gone(numbers(one))));
      if (!sizing) parts(group).forEach((one) => place(one, board, gone(numbers(one))));
      to = gone(numbers(element));
      guides(board, to);
    },
    ended: (event) => {
      guides(board, null);
      group.forEach((one) => one.classList.remove("moving"));
      if (isStuck) return;
      if (by.x === 0 && by.y === 0) select(element, event);
      else if (group.length === 1 || board.dataset.tall) keep(element, to);
      else change(element, sizing ? { x: 0, y: 0, width: by.x, height: by.y } : { ...by, width: 0, height: 0 });
    },
  });
  const gone = (from) =>
    inside(
      sizing
        ? { ...from, width: from.width + by.x, height: from.height + by.y }
        : { ...from, x: from.x + by.x, y: from.y + by.y }
    );
  element.addEventListener("keydown", (event) => {
    if (event.key !== "Enter" && event.key !== " ") return;
    event.preventDefault();
    select(element, event);
  });
}

/** What rows among some elements are made of. */
const parts = (elements) =>
  elements.flatMap((one) => [...board.querySelectorAll(`.part[data-row="${CSS.escape(one.dataset.element)}"]`)]);

/** Moves and sizes all that is chosen. What comes before the page shows the last move is done then, all of it at once. */
function change(source, by) {
  if (waiting) {
    for (const [name, more] of Object.entries(by)) waiting[name] = (waiting[name] ?? 0) + more;
    return;
  }
  waiting = {};
  if (board.dataset.tall) {
    const now = numbers(source);
    const to = { x: now.x + by.x, y: now.y + by.y, width: now.width + by.width, height: now.height + by.height };
    return keep(source, inside(to));
  }
  post(source, `/layouts/${board.dataset.layout}/several/move`, { of: ids(chosen(board)), ...by });
}

function changeOn() {
  const more = waiting;
  waiting = null;
  const elements = chosen(board);
  if (more && Object.values(more).some((by) => by !== 0) && elements.length) change(elements[0], more);
}
["htmx:responseError", "htmx:sendError"].forEach((type) => document.addEventListener(type, () => (waiting = null)));

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

/** A letter takes a kind; the next box that is drawn on the board is one. Without that, the box chooses what it meets. */
function mountDrawing() {
  let box;
  let to;
  drag(board, {
    started: (event) => {
      const isFree = !event.target.closest(".element") && isOnBoard(event.clientX, event.clientY);
      if (!isFree) return false;
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
      if (!button) return choose(board, [...board.querySelectorAll(".element:not(.part)")].filter((one) => meets(numbers(one), to)));
      take(null);
      const isTap = to.width === 1 && to.height === 1;
      add(button, isTap ? inside({ ...to, width: Number(button.dataset.width), height: Number(button.dataset.height) }) : to);
    },
  });
}

const meets = (one, other) =>
  one.x < other.x + other.width && other.x < one.x + one.width && one.y < other.y + other.height && other.y < one.y + one.height;

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

function select(element, event) {
  if (event.shiftKey || event.ctrlKey || event.metaKey) return toggle(board, element);
  const now = chosen(board);
  const all = groupOf(element);
  // a second press on one of a group chooses that one alone
  if (!all.every((one) => now.includes(one))) choose(board, all);
  else if (now.length > 1) choose(board, [element]);
}

/** All of an element's group, itself first. */
function groupOf(element) {
  const { group } = element.dataset;
  if (!group) return [element];
  const all = [...board.querySelectorAll(`.element[data-group="${CSS.escape(group)}"]`)];
  return [element, ...all.filter((one) => one !== element)];
}

function keep(element, to) {
  const tall = board.dataset.tall ? "/tall" : "";
  post(element, `/layouts/${board.dataset.layout}/${element.dataset.element}${tall}`, to);
}

/** Draws the layout as wide screens have it, or as tall ones do. */
function turn({ currentTarget }) {
  document.cookie = `layouts-tall=${currentTarget.dataset.tall}; path=/; max-age=31536000; samesite=strict`;
  draw();
}

/** What was moved and refused goes back to where the rig has it. */
document.addEventListener("htmx:beforeSwap", (event) => {
  const isRefused = event.detail.xhr?.status >= 400 && event.detail.elt?.classList?.contains("element");
  if (isRefused) board.querySelectorAll(".element").forEach((one) => place(one, board));
});

export function live(message) {
  for (const [key, value] of [...Object.entries(message.controls ?? {}), ...Object.entries(message.parameters ?? {})]) {
    if (value.position === undefined) continue; // nobody knows
    page
      .querySelectorAll(`.element[data-key="${CSS.escape(key)}"]`)
      .forEach((element) => stand(element, value.position));
  }
}

/** What is there now: a page that has just come is not mounted yet. */
function refresh(main) {
  page = main;
  board = main.querySelector(".board");
  return board !== null;
}

export function key(event, main) {
  if (!refresh(main)) return false;
  if (event.key === "u") return (main.querySelector("#playit").click(), true);
  const shelved = main.querySelector(`.shelved[data-letter="${CSS.escape(event.key)}"]`);
  if (shelved) return (take(shelved), true);
  if (event.key === "Escape" && drawing) return (take(null), true);
  const elements = chosen(board);
  if (!elements.length) return false;
  const several = elements.length > 1;
  if (event.key === "Delete")
    return (twice(several ? "these elements" : "this element", elements[0], () => main.querySelector("#delete").click()), true);
  if (event.key === "Escape") return (choose(board, []), true);
  const arrow = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
  if (!arrow) return false;
  const [x, y] = arrow;
  change(elements[0], event.shiftKey ? { x: 0, y: 0, width: x, height: y } : { x, y, width: 0, height: 0 });
  return true;
}

const together = (elements, how) => post(elements[0], `/layouts/${board.dataset.layout}/several/${how}`, { of: ids(elements) });

export function chord({ key: letter, shiftKey }, main) {
  if (!refresh(main)) return false;
  const elements = chosen(board);
  const all = [...board.querySelectorAll(".element:not(.part)")];
  const act = {
    a: () => choose(board, all),
    c: () => elements.length && copy(board),
    x: () => elements.length && copy(board).then(() => page.querySelector("#delete").click()),
    v: () => copied() && post(board, `/layouts/${board.dataset.layout}/paste`, { elements: copied() }),
    g: () => elements.length && together(elements, shiftKey ? "APART" : "GROUP"),
    d: () => elements.length && copy(board).then(() => post(board, `/layouts/${board.dataset.layout}/paste`, { elements: copied() })),
  }[letter === "G" ? "g" : letter];
  if (!act) return false;
  act();
  return true;
}
