// Routes: a line pulled from left to right makes one; lines are as thick as what goes there.
import { twice } from "./doomed.js";
import { drag } from "./drag.js";
import { draw } from "./drawn.js";
import { mountNumbers } from "./numbers.js";

const SHOWN = 9;
const CALM_MILLIS = 1000;

let page;
let picked = null;
let counts = {};
let calming = 0;

export function mount(main) {
  page = main;
  picked = null;
  counts = {};
  clearInterval(calming);
  calming = setInterval(calm, CALM_MILLIS);
  mountNumbers(main);
  place();
  main.querySelectorAll(".end[data-from]").forEach(mountEnd);
  main.querySelectorAll(".end[data-to]").forEach((end) =>
    end.addEventListener("click", () => (picked ? make(picked, end.dataset.to) : choose("to", end.dataset.to)))
  );
  main.querySelectorAll(".way, .band").forEach((way) => way.addEventListener("click", () => show(way.dataset.route)));
}

const show = (route) => draw("/map/routes?route=" + encodeURIComponent(route));

/** The boxes stand where the lines end: both are drawn to one scale. */
function place() {
  const svg = page.querySelector(".ways");
  if (!svg) return;
  const fit = () => {
    const scale = svg.getBoundingClientRect().width / 864;
    svg.style.setProperty("--unit", 1 / scale); // words are as large as anywhere
    page.querySelectorAll(".ends").forEach((ends) => {
      ends.style.gap = 8 * scale + "px";
      ends.style.paddingTop = 12 * scale + "px";
      ends.querySelectorAll(".end").forEach((end) => (end.style.height = 46 * scale + "px"));
    });
  };
  new ResizeObserver(fit).observe(svg);
  fit();
}

function make(from, to) {
  pick(null);
  choose("from", from);
  choose("to", to);
  page.querySelector("#makeroute").requestSubmit();
}

const choose = (end, device) => (page.querySelector(`#makeroute [name=${end}]`).value = device);

function pick(device) {
  picked = device;
  page.querySelectorAll(".end[data-from]").forEach((end) => {
    end.classList.toggle("picked", end.dataset.from === device);
    end.setAttribute("aria-pressed", end.dataset.from === device);
  });
}

function mountEnd(end) {
  const svg = page.querySelector(".ways");
  const line = svg.querySelector(".pulling");
  const at = (event) => {
    const box = svg.getBoundingClientRect();
    const scale = 864 / box.width;
    return [(event.clientX - box.left) * scale - 2, (event.clientY - box.top) * scale - 12];
  };
  const under = (event) => document.elementFromPoint(event.clientX, event.clientY)?.closest(".end[data-to]");
  let pulled = false;
  drag(end, {
    started: () => ((pulled = false), true),
    moved: (dx, dy, event) => {
      if (!pulled && Math.hypot(dx, dy) < 6) return;
      pulled = true;
      const picture = svg.parentElement.getBoundingClientRect();
      if (event.clientY > picture.bottom - 20) svg.parentElement.scrollTop += 8;
      if (event.clientY < picture.top + 20) svg.parentElement.scrollTop -= 8;
      const box = end.getBoundingClientRect();
      const [x0, y0] = at({ clientX: box.right, clientY: box.top + box.height / 2 });
      const [x, y] = at(event);
      const half = Math.max(30, (x - x0) / 2);
      line.setAttribute("d", `M${x0} ${y0} C${x0 + half} ${y0} ${x - half} ${y} ${x} ${y}`);
      line.removeAttribute("hidden");
      page.querySelectorAll(".end.over").forEach((one) => one.classList.remove("over"));
      under(event)?.classList.add("over");
    },
    ended: (event) => {
      line.setAttribute("hidden", "");
      page.querySelectorAll(".end.over").forEach((one) => one.classList.remove("over"));
      const to = pulled && event.type === "pointerup" && under(event);
      if (to) make(end.dataset.from, to.dataset.to);
      else if (!pulled) pick(picked === end.dataset.from ? null : end.dataset.from);
      choose("from", end.dataset.from);
    },
  });
  end.addEventListener("keydown", (event) => {
    if (event.key !== "Enter" && event.key !== " ") return;
    event.preventDefault();
    pick(picked === end.dataset.from ? null : end.dataset.from);
    choose("from", end.dataset.from);
  });
}

export function escape() {
  pick(null);
}

export function key(event, main) {
  const go = {
    n: () => main.querySelector("#routefrom")?.focus(),
    Delete: () => {
      const button = main.querySelector("#routeform #delete");
      if (button) twice("this route", button, () => button.click());
    },
  }[event.key];
  if (!go || event.altKey) return false;
  go();
  return true;
}

/** What was passed on since the last frame. */
export function flows({ routes, rows, notes }) {
  for (const [route, count] of Object.entries(routes)) {
    counts[route] = (counts[route] ?? 0) + count;
    page.querySelector(`.way[data-route="${CSS.escape(route)}"]`)?.classList.add("flows");
  }
  const list = page.querySelector("#passing");
  for (const row of rows) {
    const before = list.querySelector(`[data-key="${CSS.escape(row.key)}"]`);
    if (before?.firstElementChild.textContent === row.words) continue; // the clock would stand above all else
    before?.remove();
    const item = document.createElement("li");
    item.dataset.key = row.key;
    const words = Object.assign(document.createElement("span"), { className: "mono", textContent: row.words });
    item.append(words, Object.assign(document.createElement("span"), { className: "faint", textContent: row.from }));
    for (const { tone, text } of row.lines)
      item.append(Object.assign(document.createElement("span"), { className: tone, textContent: text }));
    list.prepend(item);
  }
  while (list.children.length > SHOWN) list.lastElementChild.remove();
  page.querySelector("#passingnothing").hidden = list.children.length > 0;
  const from = page.querySelector("#routeform [name=from]")?.value;
  for (const { device, note, on } of notes)
    if (device === from) page.querySelector(`.claves [data-note="${note}"]`)?.classList.toggle("down", on);
}

/** Every second a line is as thick as what went there. */
function calm() {
  if (!page?.isConnected) return clearInterval(calming);
  page.querySelectorAll(".way").forEach((way) => {
    const count = counts[way.dataset.route] ?? 0;
    way.classList.toggle("flows", count > 0);
    way.style.setProperty("--traffic", Math.min(16, 3 + 2 * Math.log2(1 + count)));
  });
  counts = {};
}
