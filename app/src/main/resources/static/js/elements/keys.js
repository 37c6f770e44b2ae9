// Keys: each finger strikes the key it is on, and the next when it slides there. Held, keys sound on until they are struck again.
import { clamp } from "../drag.js";
import { listens } from "../fingers.js";
import { came, left, moved } from "../outbox.js";
import { tapped } from "../tap.js";
import { LOW, isBlack, lay } from "./keyboard.js";
import { show, tinted } from "./touched.js";

const SOFTEST = 1 / 127;
const LARGEST = 60; // pixels of a contact that strikes as hard as can be
const TARGET = 44;
const BY_KEYBOARD = 0.8;

export function mount(element) {
  const { element: id, strike: told, slides } = element.dataset;
  const row = element.querySelector(".keyrow");
  const keys = [...row.querySelectorAll(".key")];
  const byNote = new Map(keys.map((key) => [Number(key.dataset.note), key]));
  const wide = keys.filter((key) => !isBlack(key)).length;
  const shift = element.querySelector(".keysat");
  const latch = element.querySelector(".latch");
  /** How many fingers are on each key that sounds; none on those that are kept. */
  const sounding = new Map();
  /** The key each finger is on. */
  const under = new Map();
  let from = 0;
  let seen = wide;
  let chosen = null;

  const control = (note) => `${id}-${note}`;
  const isLatched = () => latch.getAttribute("aria-pressed") === "true";

  function fit() {
    seen = Math.min(wide, Math.max(1, Math.floor(row.clientWidth / TARGET)));
    from = Math.max(0, Math.min(wide - seen, from));
    shift.hidden = seen === wide;
    lay(row, from, seen);
  }

  function at({ x, y }) {
    const box = row.getBoundingClientRect();
    const across = clamp((x - box.left) / box.width, 0, 0.9999) * 100;
    const isHigh = y - box.top < LOW * box.height;
    const edge = (key) => parseFloat(key.style.left);
    const meets = (key) => !key.hidden && across >= edge(key) && across < edge(key) + parseFloat(key.style.width);
    const key = (isHigh && keys.find((one) => isBlack(one) && meets(one))) || keys.find((one) => !isBlack(one) && meets(one));
    return key ? Number(key.dataset.note) : undefined;
  }

  function hardness({ event, y }, note) {
    const size = Math.max(event.width ?? 0, event.height ?? 0);
    if (told === "full") return 1;
    if (told === "contact" && size > 2) return clamp(size / LARGEST, SOFTEST, 1);
    const box = byNote.get(note).getBoundingClientRect();
    return clamp((y - box.top) / box.height, SOFTEST, 1);
  }

  /** Strikes a key; one that is kept is let go. */
  function struck(note, hard) {
    if (note === undefined) return undefined;
    if (sounding.get(note) === 0) return (stop(note), undefined);
    sounding.set(note, (sounding.get(note) ?? 0) + 1);
    if (sounding.get(note) > 1) return note;
    byNote.get(note).classList.add("down");
    moved(control(note), hard);
    came(control(note));
    return note;
  }

  function lifted(note) {
    const fingers = sounding.get(note);
    if (!fingers) return;
    sounding.set(note, fingers - 1);
    if (fingers > 1) return;
    if (isLatched()) byNote.get(note).classList.add("kept");
    else stop(note);
  }

  function stop(note) {
    forget(note);
    moved(control(note), 0);
    left(control(note));
  }

  function forget(note) {
    sounding.delete(note);
    byNote.get(note).classList.remove("down", "kept");
  }

  const letGo = (which = () => true) => [...sounding].filter(([, fingers]) => which(fingers)).forEach(([note]) => stop(note));

  function choose(by) {
    const there = keys.filter((key) => !key.hidden);
    const now = there.findIndex((key) => key === chosen);
    chosen?.classList.remove("chosen");
    chosen = there[Math.max(0, Math.min(there.length - 1, now < 0 ? 0 : now + by))];
    chosen.classList.add("chosen");
    element.querySelector(".chosenkey").textContent = chosen.dataset.name;
  }

  ["pointerdown", "keydown"].forEach((type) =>
    element.querySelector(".keysbar").addEventListener(type, (event) => event.target.closest("button") && event.stopPropagation())
  );
  tapped(latch, ".latch", () => {
    if (!listens()) return;
    latch.setAttribute("aria-pressed", !isLatched());
    if (!isLatched()) letGo((fingers) => fingers === 0);
  });
  tapped(shift, "[data-by]", (button) => {
    if (!listens()) return;
    from += Number(button.dataset.by);
    fit();
  });
  new ResizeObserver(fit).observe(row);
  fit();

  let byKey;
  const keyUp = () => {
    if (byKey !== undefined) lifted(byKey);
    byKey = undefined;
  };
  element.addEventListener("keyup", (event) => (event.key === " " || event.key === "Enter") && keyUp());
  element.addEventListener("blur", keyUp);

  return {
    ids: [...byNote.keys()].map(control),
    told(news, part) {
      if (part === id) return show(element, { name: news.name });
      const key = byNote.get(Number(part.slice(id.length + 1)));
      if (news.look !== undefined) tinted(key, news.look);
      if (news.value !== undefined) key.classList.toggle("lit", news.value >= 0.5);
    },
    goesOn: false,
    began: (_, finger) => under.set(finger, struck(at(finger), hardness(finger, at(finger) ?? Number(keys[0].dataset.note)))),
    moved(_, finger) {
      const note = at(finger);
      if (slides !== "true" || note === undefined || note === under.get(finger) || sounding.get(note) === 0) return;
      lifted(under.get(finger));
      under.set(finger, struck(note, hardness(finger, note)));
    },
    ended(_, finger) {
      lifted(under.get(finger));
      under.delete(finger);
    },
    key(event) {
      const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
      const isPress = event.key === " " || event.key === "Enter";
      if (!by && !isPress) return;
      event.preventDefault();
      if (by) return choose(by);
      if (event.repeat) return;
      if (!chosen) choose(0);
      byKey = struck(Number(chosen.dataset.note), BY_KEYBOARD);
    },
    /** A finger on another page has the key now. */
    taken: (part) => forget(Number(part.slice(id.length + 1))),
    holds: () => [...sounding.values()].includes(0),
    letGo: () => letGo(),
  };
}
