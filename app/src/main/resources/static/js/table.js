// Parameters as a table: narrowed as one types, values live, and what the device says that nobody listens to.
import { narrowing, neighbour, open as openRow } from "./lists.js";

let page;
let rows = [];
let soon = 0;
const chosen = { words: "", show: new Set() };

export function mount(main, known) {
  page = main;
  rows = [...main.querySelectorAll("#found tbody tr")];
  if (rows.length) narrowing(main, rows, chosen, () => true);
  main.querySelector("#found").addEventListener("click", (event) => {
    const row = event.target.closest("tbody tr");
    if (!row || event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    open(row);
  });
  show(known?.parameters);
}

const open = (row) => openRow(page, row, row.querySelector("a").getAttribute("href"));

function show(parameters = {}) {
  for (const row of rows) {
    const value = parameters[row.dataset.key];
    if (value) row.querySelector(".val").textContent = value.text;
  }
}

export const live = (message) => show(message.parameters);

/** The device said something new. */
export function heard({ device }) {
  const list = page.querySelector("#heard");
  if (list?.dataset.device !== device) return;
  clearTimeout(soon);
  soon = setTimeout(
    () =>
      htmx.ajax("GET", "/map/table/heard?device=" + encodeURIComponent(device), {
        source: "#said",
        target: "#heard",
        swap: "outerHTML",
      }),
    200
  );
}

export function key(event, main) {
  if (event.key === "/" && rows.length) {
    main.querySelector("#find").focus();
    return true;
  }
  const next = !event.altKey && neighbour(rows, event.key);
  if (!next) return false;
  open(next);
  return true;
}
