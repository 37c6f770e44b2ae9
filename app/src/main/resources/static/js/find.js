// Finder: narrows the list as one types; the tree and the chips narrow it further. What a line means is said by Java.
import { send } from "./socket.js";
import { learn } from "./main.js";

let page;
let rows = [];
const chosen = { words: "", group: "", show: new Set() };

export function mount(main, known) {
  page = main;
  rows = [...main.querySelectorAll("tbody tr")].map((row) => ({ row, words: row.dataset.words, cell: row.querySelector(".val") }));
  const field = main.querySelector("#find");
  if (field.value) chosen.words = field.value;
  else field.value = chosen.words;
  field.addEventListener("input", () => {
    chosen.words = field.value;
    narrow();
  });
  main.querySelectorAll("button[data-group]").forEach((button) => button.addEventListener("click", () => {
    chosen.group = button.dataset.group;
    narrow();
  }));
  main.querySelectorAll("[data-show]").forEach((chip) => chip.addEventListener("click", () => {
    if (!chosen.show.delete(chip.dataset.show)) chosen.show.add(chip.dataset.show);
    narrow();
  }));
  main.querySelector("[data-clear]").addEventListener("click", () => {
    Object.assign(chosen, { words: "", group: "", show: new Set() });
    field.value = "";
    narrow();
  });
  main.querySelector("tbody").addEventListener("click", (event) => {
    const row = event.target.closest("tr");
    if (!row || event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    open(row);
  });
  main.querySelector("[data-map]")?.addEventListener("click", (event) => {
    const { device, parameter } = event.currentTarget.dataset;
    learn(true).then(() => send({ type: "learn", device, parameter }));
  });
  narrow();
  main.querySelector("tr[aria-current]")?.scrollIntoView({ block: "center" });
  if (known) show(known.parameters, known.controls);
}

function open(row) {
  const path = "/map/find?at=" + encodeURIComponent(row.dataset.at);
  history.replaceState(null, "", path);
  htmx.ajax("GET", path, { source: "#said", target: "#detail", select: "#detail", swap: "outerHTML" });
  page.querySelector("tr[aria-current]")?.removeAttribute("aria-current");
  row.setAttribute("aria-current", "true");
}

function narrow() {
  const words = chosen.words.toLowerCase().split(/\s+/).filter(Boolean);
  const { group, show } = chosen;
  const kinds = ["parameter", "control"].filter((kind) => show.has(kind));
  let count = 0;
  for (const { row, words: own } of rows) {
    const data = row.dataset;
    const fits = words.every((word) => own.includes(word))
      && (!group || data.group === group || (!group.includes("/") && data.group.startsWith(group + "/")))
      && (!kinds.length || kinds.includes(data.kind))
      && (!show.has("unmapped") || data.mapped === "0")
      && (!show.has("twice") || Number(data.mapped) > 1)
      && (!show.has("favourite") || data.star === "true");
    row.hidden = !fits;
    if (fits) count++;
  }
  page.querySelector("#count").textContent = count === rows.length ? `${count} in the rig` : `${count} of ${rows.length}`;
  page.querySelector("#nothing").hidden = count > 0 || !rows.length;
  page.querySelectorAll("button[data-group]").forEach((button) => button.setAttribute("aria-pressed", button.dataset.group === group));
  page.querySelectorAll("[data-show]").forEach((chip) => chip.setAttribute("aria-pressed", show.has(chip.dataset.show)));
}

function show(parameters = {}, controls = {}) {
  for (const { row, cell } of rows) {
    const parameter = parameters[row.dataset.key];
    const control = controls[row.dataset.key];
    if (parameter) cell.textContent = parameter.text;
    else if (control) cell.textContent = Math.round(control.position * 100) + " %";
  }
  const big = page.querySelector(".bigvalue");
  if (big && parameters[big.dataset.key]) big.textContent = parameters[big.dataset.key].text;
}

/** A device has told of its parameters. */
export function inventory() {
  if (!page.contains(document.activeElement) || !document.activeElement.matches("input")) htmx.ajax("GET", location.pathname + location.search, { target: "#page", select: "#page", swap: "outerHTML" });
}

export function live(message) {
  show(message.parameters, message.controls);
}

export function key(event, main) {
  if (event.key === "/") {
    main.querySelector("#find").focus();
    return true;
  }
  const by = { j: 1, ArrowDown: 1, k: -1, ArrowUp: -1 }[event.key];
  if (!by || event.altKey) return false;
  const seen = rows.map(({ row }) => row).filter((row) => !row.hidden);
  const at = seen.findIndex((row) => row.hasAttribute("aria-current"));
  const next = seen[Math.max(0, Math.min(seen.length - 1, at + by))];
  if (next) {
    open(next);
    next.scrollIntoView({ block: "nearest" });
  }
  return true;
}
