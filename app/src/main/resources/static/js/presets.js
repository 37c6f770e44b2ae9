// Presets: found as one types, recalled by a press, Enter or a double click; which one was recalled last is told live.
import { post, say } from "./replies.js";
import { narrowing, neighbour, open as openRow } from "./lists.js";

let page;
let rows = [];
const chosen = { words: "", show: new Set() };

export function mount(main, known) {
  page = main;
  rows = [...main.querySelectorAll("#found tbody tr")];
  if (rows.length) narrowing(main, rows, chosen, fits);
  main.addEventListener("click", (event) => {
    const button = event.target.closest("[data-recall]");
    if (button) recall(button.dataset.recall);
    const row = event.target.closest("#found tbody tr");
    if (!row || button || event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    open(row);
  });
  main.querySelector("#found").addEventListener("dblclick", (event) => {
    const row = event.target.closest("tbody tr");
    if (row) recall(row.dataset.at);
  });
  show(known?.parameters);
}

const open = (row) => openRow(page, row, "/map/presets?at=" + encodeURIComponent(row.dataset.at));

/** Of one kind of chip any will do, of both kinds both have to fit. */
function fits({ dataset: data }, { show }) {
  const any = (kind, value) => {
    const wanted = [...show].filter((chip) => chip.startsWith(kind + ":"));
    return !wanted.length || wanted.includes(kind + ":" + value);
  };
  return any("device", data.device) && any("type", data.type) && (!show.has("favourite") || data.star === "true");
}

async function recall(preset) {
  const answer = await post(`/map/presets/${preset}/recall`);
  if (!answer.ok) say(answer.text || "That preset is not there any more.");
}

/** A device recalled a preset. */
export function recalled({ device, preset }) {
  for (const row of rows.filter((row) => row.dataset.device === device))
    row.querySelector(".lately").hidden = row.dataset.at !== preset;
}

function show(parameters = {}) {
  page.querySelectorAll("[data-value]").forEach((slot) => {
    const value = parameters[slot.dataset.value];
    if (value) slot.textContent = value.text;
  });
}

export const live = (message) => show(message.parameters);

export function key(event, main) {
  if (event.key === "/" && rows.length) {
    main.querySelector("#find").focus();
    return true;
  }
  const at = main.querySelector("#found tr[aria-current]");
  if (event.key === "Enter" && at && !event.target.closest("a, button")) {
    recall(at.dataset.at);
    return true;
  }
  const next = !event.altKey && neighbour(rows, event.key);
  if (!next) return false;
  open(next);
  return true;
}
