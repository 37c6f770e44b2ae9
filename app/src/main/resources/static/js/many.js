// Several mappings at once: what is ticked stays ticked while the page is drawn anew after an edit.
import { mountNumbers } from "./numbers.js";
import { narrowing } from "./lists.js";

let page;
let last;
let staying;
const chosen = { words: "", show: new Set() };
const ticked = new Set();

const boxes = () => [...page.querySelectorAll("#ticks input")];

export function mount(main) {
  page = main;
  mountNumbers(main);
  const rows = [...main.querySelectorAll("#ticks li")];
  if (!rows.length) return;
  boxes().forEach((box) => (box.checked = ticked.has(box.value)));
  ({ staying } = narrowing(main, rows, chosen, fits));
  main.querySelector("#ticks").addEventListener("click", (event) => {
    const box = event.target.closest("input");
    if (!box) return;
    const seen = rows.filter((row) => !row.hidden).map((row) => row.querySelector("input"));
    const [from, to] = [seen.indexOf(last), seen.indexOf(box)].sort((a, b) => a - b);
    if (event.shiftKey && from >= 0) seen.slice(from, to + 1).forEach((one) => (one.checked = box.checked));
    last = box;
    draw();
  });
  main.querySelector("#tickall").addEventListener("click", all);
  main.querySelector("#ticknone").addEventListener("click", escape);
  draw();
}

/** Of the devices any will do. */
function fits({ dataset: data }, { show }) {
  const devices = [...show].filter((one) => one !== "★");
  return (
    (!devices.length || devices.some((one) => data.devices.includes(` ${one} `))) && (!show.has("★") || data.star === "true")
  );
}

function all() {
  staying().forEach((row) => (row.querySelector("input").checked = true));
  draw();
}

export function escape() {
  boxes().forEach((box) => (box.checked = false));
  draw();
}

function draw() {
  ticked.clear();
  boxes().forEach((box) => {
    // ticking is no form that somebody has begun: the page may be drawn anew, and the ticks stay
    box.defaultChecked = box.checked;
    if (box.checked) ticked.add(box.value);
  });
  page.querySelector("#ticked").textContent =
    ticked.size === 0 ? "None ticked" : ticked.size === 1 ? "1 mapping ticked" : `${ticked.size} mappings ticked`;
}

export function key(event, main) {
  const go = { a: all, "/": () => main.querySelector("#find")?.focus() }[event.key];
  if (!go || event.altKey) return false;
  go();
  return true;
}
