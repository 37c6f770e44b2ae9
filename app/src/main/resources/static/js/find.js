// Finder: narrows the list as one types; the tree and the chips narrow it further. What a line means is said by Java.
import { drawInPassing } from "./drawn.js";
import { send } from "./socket.js";
import { learn } from "./learning.js";
import { narrowing, neighbour, open as openRow } from "./lists.js";

let page;
let rows = [];
const chosen = { words: "", group: "", show: new Set() };

export function mount(main, known) {
  page = main;
  rows = [...main.querySelectorAll("tbody#lines tr")];
  const { narrow } = narrowing(main, rows, chosen, fits, () =>
    main
      .querySelectorAll("button[data-group]")
      .forEach((button) => button.setAttribute("aria-pressed", button.dataset.group === chosen.group))
  );
  main.querySelectorAll("button[data-group]").forEach((button) =>
    button.addEventListener("click", () => {
      chosen.group = button.dataset.group;
      narrow();
    })
  );
  main.querySelector("[data-clear]").addEventListener("click", () => {
    chosen.group = "";
    narrow();
  });
  main.querySelector("#lines").addEventListener("click", (event) => {
    const row = event.target.closest("tr");
    if (!row || event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    open(row);
  });
  main.querySelector("[data-map]")?.addEventListener("click", (event) => {
    const { device, parameter } = event.currentTarget.dataset;
    learn(true).then(() => send({ type: "learn", device, parameter }));
  });
  main.querySelector("tr[aria-current]")?.scrollIntoView({ block: "center" });
  if (known) show(known.parameters, known.controls);
}

const open = (row) => openRow(page, row, "/map/find?at=" + encodeURIComponent(row.dataset.at));

function fits({ dataset: data }, { group, show }) {
  const kinds = ["parameter", "control"].filter((kind) => show.has(kind));
  return (
    (!group || data.group === group || (!group.includes("/") && data.group.startsWith(group + "/"))) &&
    (!kinds.length || kinds.includes(data.kind)) &&
    (!show.has("unmapped") || data.mapped === "0") &&
    (!show.has("twice") || Number(data.mapped) > 1) &&
    (!show.has("favourite") || data.star === "true")
  );
}

function show(parameters = {}, controls = {}) {
  for (const row of rows) {
    const parameter = parameters[row.dataset.key];
    const control = controls[row.dataset.key];
    if (parameter) row.querySelector(".val").textContent = parameter.text;
    else if (control) row.querySelector(".val").textContent = Math.round(control.position * 100) + " %";
  }
  const big = page.querySelector(".bigvalue");
  if (big && parameters[big.dataset.key]) big.textContent = parameters[big.dataset.key].text;
}

/** A device has told of its parameters. */
export function inventory() {
  drawInPassing();
}

export function live(message) {
  show(message.parameters, message.controls);
}

export function key(event, main) {
  if (event.key === "/") {
    main.querySelector("#find").focus();
    return true;
  }
  const next = !event.altKey && neighbour(rows, event.key);
  if (!next) return false;
  open(next);
  return true;
}
