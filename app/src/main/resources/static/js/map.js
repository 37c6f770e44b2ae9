// Map: the falling view of the selected mapping.
import { draw } from "./drawn.js";
import { send } from "./socket.js";
import { drag, arrowStep, clamp } from "./drag.js";
import { isLearning } from "./learning.js";
import { pulse, watchBranches } from "./branches.js";
import { twice } from "./doomed.js";
import { mountFields, pickedUp } from "./fields.js";
import { post, say } from "./replies.js";
import { mountNumbers } from "./numbers.js";
import { narrowing } from "./lists.js";
import { mountText, rewrite } from "./text.js";

const chosen = { words: "", show: new Set() };
let page;
let points = [];
let positions = [];

export function mount(main, known) {
  page = main;
  const fall = main.querySelector(".fall");
  const numbers = (list) => (list || "").split(" ").filter(Boolean).map(Number);
  points = numbers(fall.dataset.points);
  positions = numbers(fall.dataset.positions);
  mountStages(main);
  mountFields(main);
  fall.classList.toggle("dimmed", Boolean(main.dataset.selected));
  main.querySelectorAll(".cell").forEach(mountCell);
  main.querySelector(".cell.target")?.scrollIntoView({ block: "nearest" });
  // the face alone is drawn anew when layers turn: the card listens for it
  const card = main.querySelector(".top-face");
  card?.addEventListener("click", (event) => pick(event.target.closest(".face .control")));
  card?.addEventListener("keydown", (event) => {
    const control = event.target.closest(".face .control");
    if (control && (event.key === "Enter" || event.key === " ")) {
      event.preventDefault();
      pick(control);
    }
  });
  main.querySelectorAll("[data-asif]").forEach((chip) => chip.addEventListener("click", () => asIf(chip)));
  main.querySelectorAll("[data-clause].phrase").forEach((phrase) => {
    phrase.addEventListener("click", () => openPhrase(phrase));
    phrase.addEventListener("dblclick", () => writePhrase(phrase));
    phrase.addEventListener(
      "keydown",
      (event) => (event.key === "Enter" || event.key === " ") && (event.preventDefault(), openPhrase(phrase))
    );
  });
  main
    .querySelectorAll("[data-open]")
    .forEach((button) => button.addEventListener("click", () => openClause(button.dataset.open)));
  main.querySelectorAll("[data-close]").forEach((button) => button.addEventListener("click", () => escape()));
  const written = main.querySelector('.clause[data-clause="text"]');
  if (written) mountText(written);
  mountNumbers(main);
  narrowing(
    main,
    [...main.querySelectorAll("#sentences li:not(.layerhead)")],
    chosen,
    () => true,
    () => {},
    "#filter"
  );
  main.querySelector("#sentences").addEventListener("click", (event) => {
    const link = event.target.closest("a");
    if (!link || event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    select(link.dataset.mapping);
  });
  main.querySelector("#sentences a[aria-current]")?.scrollIntoView({ block: "nearest" });
  page.querySelector(".curve .dot")?.setAttribute("opacity", 0);
  if (known) {
    const control = known.controls[fall.dataset.trigger];
    const parameter = known.parameters[fall.dataset.target];
    if (control) here(control);
    if (parameter) text("[data-live-real]", parameter.text);
  }
  watchBranches(fall);
  if (main.dataset.opens) openClause(main.dataset.opens);
}

const as = () => page.querySelector("#faceroom")?.dataset.as ?? "";

/** Goes to a mapping, or to one of its cases. */
function select(mapping, more = "") {
  const path = "/map?mapping=" + encodeURIComponent(mapping) + more + (as() ? "&as=" + encodeURIComponent(as()) : "");
  draw(path);
  history.replaceState(null, "", path);
}

function pick(control) {
  if (!control) return;
  const { device, mapping, dimension } = control.dataset;
  if (isLearning()) send({ type: "learnControl", device, control: control.dataset.control, dimension });
  else if (mapping) select(mapping);
}

/** Shows what controls would do with a layer on, or as they are. */
function asIf(chip) {
  const room = page.querySelector("#faceroom");
  const others = as().split(",").filter((layer) => layer && layer !== chip.dataset.asif);
  const isOn = chip.getAttribute("aria-pressed") === "true";
  room.dataset.as = (isOn ? others : [...others, chip.dataset.asif]).join(",");
  select(page.dataset.selected, page.dataset.case === "0" ? "" : "&case=" + page.dataset.case);
}

/** A phrase of the case that is looked at opens its form; one of another case leads there first. */
function openPhrase(phrase) {
  const { clause } = phrase.dataset;
  if (["do", "shape", "while"].includes(clause) && phrase.dataset.case !== page.dataset.case) {
    select(page.dataset.selected, `&case=${phrase.dataset.case}&open=${clause}`);
  } else {
    openClause(clause);
  }
}

/** The sentence as text, with the phrase that is looked at ready to be chosen anew. */
function writePhrase(of) {
  const phrase = of ?? document.activeElement.closest?.(".phrase") ?? page.querySelector('.phrase[aria-expanded="true"]');
  const place = phrase?.dataset.place;
  const alike = [...page.querySelectorAll(`.phrase[data-place="${place}"]`)];
  const places = [...page.querySelectorAll(`#phrases [data-place="${place}"]`)];
  const at = places[Math.min(alike.indexOf(phrase), places.length - 1)];
  openClause("text");
  if (at) rewrite(Number(at.dataset.from), Number(at.dataset.to));
}

function openClause(clause) {
  page.querySelectorAll(".clause").forEach((form) => (form.hidden = form.dataset.clause !== clause));
  page
    .querySelectorAll(".phrase[data-clause]")
    .forEach((phrase) => phrase.setAttribute("aria-expanded", phrase.dataset.clause === clause));
  const form = page.querySelector(`.clause[data-clause="${clause}"]`);
  const field = form?.querySelector("input:not([type=hidden]), select, textarea, button");
  field?.focus();
  if (!field?.matches("textarea")) field?.select?.();
}

export function escape() {
  const phrase = page.querySelector('.phrase[aria-expanded="true"]');
  openClause("");
  phrase?.focus();
}

export function key(event, main) {
  const go = {
    r: () => openClause("shape"),
    c: () => openClause("when"),
    e: () => openClause("do"),
    u: () => openClause("layers"),
    h: () => openClause("while"),
    z: () => openClause("show"),
    x: () => main.querySelector("#silence")?.click(),
    o: () => (location.href = "/map/layers"),
    b: () => (location.href = "/map/foci"),
    s: () => main.querySelector(".addstage summary")?.click(),
    a: () => openClause("recipe"),
    f: () => openClause("marks"),
    n: () => openClause("repeat"),
    p: () => (location.href = "/map/find"),
    ">": () => (location.href = "/map/routes"),
    y: () => (location.href = "/map/presets"),
    g: () => (location.href = "/map/pairs"),
    v: () => (location.href = "/map/many"),
    q: () => writePhrase(),
    "+": () => (location.href = "/map/text?of=new"),
    i: () => main.querySelector("#invert")?.click(),
    Delete: () => {
      const button = main.querySelector("#delete");
      if (button) twice("this mapping", button, () => button.click());
    },
    j: () => step(1),
    k: () => step(-1),
  }[event.key];
  if (!go || event.altKey || (event.target.closest?.(".cell") && event.key === "Delete")) return false;
  go();
  return true;
}

function step(by) {
  const links = [...page.querySelectorAll("#sentences li:not([hidden]) a")];
  const at = links.findIndex((link) => link.hasAttribute("aria-current"));
  links[clamp(at + by, 0, links.length - 1)]?.click();
}

/** Stages open their form in place; a menu adds one; advice fills the range in. */
function mountStages(main) {
  main.querySelectorAll(".chain .stage, [data-leave]").forEach((link) =>
    link.addEventListener("click", (event) => {
      if (event.ctrlKey || event.metaKey || event.shiftKey) return;
      event.preventDefault();
      const path = link.getAttribute("href");
      history.replaceState(null, "", path);
      draw(path);
    })
  );
  main.querySelector(".stageform")?.scrollIntoView({ block: "nearest" });
  main.addEventListener("click", (event) => {
    const fill = event.target.closest("[data-fill]");
    if (!fill) return;
    const form = fill.closest("form");
    form.elements.low.value = fill.dataset.low;
    form.elements.high.value = fill.dataset.high;
  });
}

function mountCell(cell) {
  showCell(cell, Number(cell.dataset.value));
  if (cell.classList.contains("still")) return;
  const touch = () => send({ type: "learn", device: cell.dataset.device, parameter: cell.dataset.parameter });
  const set = (value) => {
    showCell(cell, value);
    send({ type: "set", device: cell.dataset.device, parameter: cell.dataset.parameter, value });
  };
  let from = 0;
  drag(cell, {
    started: () => {
      if (isLearning()) {
        touch();
        return false;
      }
      from = Number(cell.dataset.value);
      cell.dataset.held = "yes";
      return true;
    },
    moved: (dx, dy, event) => Math.abs(dx) > 2 && set(clamp(from + (dx / cell.clientWidth) * (event.altKey ? 0.1 : 1))),
    ended: () => delete cell.dataset.held,
  });
  cell.addEventListener("keydown", (event) => {
    const by = arrowStep(event);
    if (isLearning() && (event.key === "Enter" || event.key === " ")) {
      event.preventDefault();
      touch();
    } else if (by) {
      event.preventDefault();
      event.stopPropagation();
      set(clamp(Number(cell.dataset.value) + by / 100));
    }
  });
}

function showCell(cell, value, text) {
  cell.dataset.value = value;
  cell.querySelector(".level").setAttribute("width", (value * 100).toFixed(1));
  cell.setAttribute("aria-valuenow", Math.round(value * 100));
  if (text !== undefined) {
    cell.querySelector(".celltext").textContent = text;
    cell.setAttribute("aria-valuetext", text);
  }
}

// What was just learned is shown, selected and live.
let learned = "";
export function learn({ status }) {
  pickedUp(status.picked);
  if (!status.done || !status.mapping || status.mapping === learned) return;
  learned = status.mapping;
  history.replaceState(history.state, "", "/map?mapping=" + encodeURIComponent(learned));
  draw();
}

export function live(message) {
  for (const [key, value] of Object.entries(message.parameters ?? {})) {
    page
      .querySelectorAll(`.cell[data-live="${CSS.escape(key)}"]`)
      .forEach((cell) => showCell(cell, cell.dataset.held ? Number(cell.dataset.value) : value.position ?? 0, value.text));
  }
  const fall = page.querySelector(".fall");
  const control = message.controls?.[fall.dataset.trigger];
  const parameter = message.parameters?.[fall.dataset.target];
  const mine = page.dataset.selected + "/";
  const considered = Object.entries(message.mappings ?? {}).filter(([key]) => key.startsWith(mine));
  if (control) {
    here(control);
    if (considered.length) pulse(fall, "in", "out");
  }
  for (const [key, one] of considered) {
    if (one.taken) cases(one.taken);
    else if (one.heard !== undefined) heard(fall, one);
    else shaped(key.slice(mine.length), one);
  }
  const curved = message.parameters?.[fall.dataset.curve];
  if (curved) ghost(curved.position);
  if (parameter) {
    text("[data-live-real]", parameter.text);
    if (!control) pulse(fall, "answer");
  }
}

/** What stood in the message that set it off, and what was said then. */
function heard(fall, one) {
  text("[data-live-raw]", one.heard);
  if (one.said) text("[data-live-real]", one.said);
  pulse(fall, "in", "out");
}

/** Which cases were taken lately. */
function cases(taken) {
  page.querySelectorAll(".sentence .line[data-case]").forEach((line) => {
    const isTaken = taken.includes(Number(line.dataset.case));
    line.classList.toggle("taken", isTaken);
    line.classList.toggle("nottaken", !isTaken);
  });
}

/** Where the control is: its number in the sentence, its dot on the curve. */
function here(control) {
  text("[data-live-raw]", plain(control.number));
  if (Number(page.querySelector(".fall").dataset.span) === 1) dot(control.position);
}

/** What the mapping made of a move: the value behind each stage, and why nothing came of it. */
function shaped(action, one) {
  if (one.texts) {
    page
      .querySelectorAll(`.chain[data-live-action="${CSS.escape(action)}"] .stagelive, .chain:first-child .stagelive`)
      .forEach((slot) => {
        const words = one.texts[Number(slot.dataset.index)];
        const chain = slot.closest(".chain");
        if (words !== undefined && chain.dataset.liveAction === action) slot.textContent = words;
      });
    if (one.texts.length) text("[data-live-shaped]", one.texts[one.texts.length - 1]);
  }
  const fall = page.querySelector(".fall");
  if (action === fall.dataset.action && one.position !== undefined) {
    const span = Number(fall.dataset.span);
    dot(span === 1 ? one.position : (((one.position % span) + span) % span) / span);
  }
  text("[data-live-why]", one.verdict === "HELD_BACK" ? " · " + one.why : "");
}

/** Where the parameter stands, if the control stands elsewhere. */
let stands = -1;
function ghost(position = stands) {
  stands = position;
  const curve = page.querySelector(".curve");
  if (!curve || !positions.length || position === undefined || position < 0) return;
  let nearest = -1;
  positions.forEach((p, i) => {
    if (p >= 0 && (nearest < 0 || Math.abs(p - position) < Math.abs(positions[nearest] - position))) nearest = i;
  });
  if (nearest < 0 || Math.abs(positions[nearest] - position) > Number(page.querySelector(".fall").dataset.reach)) nearest = -1;
  const x = (nearest / (positions.length - 1)) * 230;
  const y = 160 - points[nearest] * 160;
  const at = Number(curve.querySelector(".dot").getAttribute("cx"));
  const apart = nearest >= 0 && at >= 0 && Math.abs(at - x) > 8;
  curve.querySelector("circle.ghost").setAttribute("cx", apart ? x : -20);
  curve.querySelector("circle.ghost").setAttribute("cy", apart ? y : -20);
  curve.querySelector("path.ghost").setAttribute("d", apart ? `M0 ${y} H230` : "");
}

const plain = (number) => (Number.isInteger(number) ? String(number) : number.toFixed(3));
function text(where, value) {
  const slot = page.querySelector(where);
  if (slot) slot.textContent = value;
}

/** Puts the dot of the curve where the control is, with its lines to both axes. */
function dot(position) {
  const curve = page.querySelector(".curve");
  if (!curve || !points.length) return;
  const place = clamp(position) * (points.length - 1);
  const left = Math.floor(place);
  const next = points[left + 1] ?? points[left];
  const value = points[left] < 0 || next < 0 ? -1 : points[left] + (place - left) * (next - points[left]);
  if (value < 0) {
    curve.querySelector(".dot").setAttribute("opacity", 0);
    curve.querySelector(".level").setAttribute("d", "");
    curve.querySelector(".drop").setAttribute("d", `M${position * 230} 160 V150`);
    return;
  }
  const x = position * 230;
  const y = 160 - value * 160;
  curve.querySelector(".dot").setAttribute("opacity", 1);
  curve.querySelector(".dot").setAttribute("cx", x);
  curve.querySelector(".dot").setAttribute("cy", y);
  curve.querySelector(".drop").setAttribute("d", `M${x} 160 V${y}`);
  curve.querySelector(".level").setAttribute("d", `M0 ${y} H${x}`);
  ghost();
}
