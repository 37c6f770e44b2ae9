// Arranging a face: pick, drag, align, spread, size, group, copy. Where things may be is decided in Java.
import { draw } from "./drawn.js";
import { post, say } from "./replies.js";
import { twice } from "./doomed.js";

const UNIT = 10;
let panel;
let bar;
let picked = [];
let on = false;

export const arranging = () => on;
const svg = () => panel.querySelector("svg.face");
const controls = () => [...panel.querySelectorAll(".control")];
const place = (control) => {
  const [, x, y] = control
    .getAttribute("transform")
    .match(/translate\(([-\d.]+) ([-\d.]+)\)/)
    .map(Number);
  const hit = control.querySelector(".hit");
  return { x: x / UNIT, y: y / UNIT, w: hit.getAttribute("width") / UNIT, h: hit.getAttribute("height") / UNIT };
};

export function mountArrange(main) {
  panel = main.querySelector(".facepanel");
  bar = main.querySelector("#arrangebar");
  if (!panel || !bar) {
    on = false;
    return;
  }
  main.querySelector("#arrange").addEventListener("click", () => toggle(!on));
  bar.querySelectorAll("[data-align]").forEach((button) => button.addEventListener("click", () => align(button.dataset.align)));
  bar
    .querySelectorAll("[data-cluster]")
    .forEach((button) => button.addEventListener("click", () => cluster(button.dataset.cluster)));
  bar.querySelector("[data-copy]").addEventListener("click", copy);
  bar.querySelector("[data-paste]").addEventListener("click", paste);
  bar.querySelector("[data-remove]").addEventListener("click", remove);
  svg()?.addEventListener("pointerdown", down);
  picked = picked.filter((id) => controls().some((control) => control.dataset.control === id));
  toggle(on);
}

function toggle(now) {
  on = now;
  bar.hidden = !on;
  panel.classList.toggle("arranging", on);
  document.getElementById("arrange").setAttribute("aria-pressed", on);
  if (!on) picked = [];
  show();
}

function show() {
  controls().forEach((control) => control.classList.toggle("picked", on && picked.includes(control.dataset.control)));
  const names = document.getElementById("picked");
  names.textContent = picked.length
    ? `${picked.length} picked`
    : "Click or drag across controls to pick them; arrows move, Shift and arrows size.";
}

function clusterOf(id) {
  const all = (panel.dataset.clusters ?? "").split("|").map((list) => list.replace(/[[\]]/g, "").split(", ").filter(Boolean));
  return all.find((list) => list.includes(id)) ?? [id];
}

const selected = () => controls().filter((control) => picked.includes(control.dataset.control));

function down(event) {
  if (!on || event.button !== 0) return;
  event.preventDefault();
  const box = svg().getBoundingClientRect();
  const scale = svg().viewBox.baseVal.width / box.width / UNIT;
  const hit = event.target.closest(".control");
  if (hit) {
    const ids = event.altKey ? [hit.dataset.control] : clusterOf(hit.dataset.control);
    if (event.shiftKey) picked = picked.includes(ids[0]) ? picked.filter((id) => !ids.includes(id)) : [...picked, ...ids];
    else if (!picked.includes(hit.dataset.control)) picked = ids;
    show();
    dragPicked(event, scale);
  } else sweep(event, box);
}

function dragPicked(start, scale) {
  const from = new Map(selected().map((control) => [control, place(control)]));
  let moved = false;
  const move = (event) => {
    const dx = Math.round((event.clientX - start.clientX) * scale);
    const dy = Math.round((event.clientY - start.clientY) * scale);
    moved ||= dx !== 0 || dy !== 0;
    from.forEach((at, control) =>
      control.setAttribute("transform", `translate(${Math.max(0, at.x + dx) * UNIT} ${Math.max(0, at.y + dy) * UNIT})`)
    );
  };
  const stop = () => {
    document.removeEventListener("pointermove", move);
    document.removeEventListener("pointerup", stop);
    if (moved)
      keep(
        selected().map((control) => [control, place(control)]),
        "Move"
      );
  };
  document.addEventListener("pointermove", move);
  document.addEventListener("pointerup", stop);
}

/** Drags a frame over what is to be picked. */
function sweep(start, box) {
  const frame = document.createElement("div");
  frame.className = "sweep";
  panel.append(frame);
  const outer = panel.getBoundingClientRect();
  const before = start.shiftKey ? picked : [];
  const move = (event) => {
    const [x1, x2] = [start.clientX, event.clientX].sort((a, b) => a - b);
    const [y1, y2] = [start.clientY, event.clientY].sort((a, b) => a - b);
    Object.assign(frame.style, {
      left: x1 - outer.left + "px",
      top: y1 - outer.top + "px",
      width: x2 - x1 + "px",
      height: y2 - y1 + "px",
    });
    const inside = controls()
      .filter((control) => {
        const at = control.querySelector(".hit").getBoundingClientRect();
        return at.left < x2 && at.right > x1 && at.top < y2 && at.bottom > y1;
      })
      .map((control) => control.dataset.control);
    picked = [...new Set([...before, ...inside])];
    show();
  };
  const stop = () => {
    document.removeEventListener("pointermove", move);
    document.removeEventListener("pointerup", stop);
    frame.remove();
    if (!box.width) picked = before;
    show();
  };
  picked = before;
  show();
  document.addEventListener("pointermove", move);
  document.addEventListener("pointerup", stop);
}

async function send(path, fields, said) {
  const body = new URLSearchParams([["seen", panel.dataset.seen], ...fields]);
  const answer = await post(`/describe/${encodeURIComponent(panel.dataset.device)}/${path}`, body.toString());
  if (!answer.ok) say(answer.text);
  else if (said) say(said);
  draw();
}

const keep = (places, what) =>
  send("faces", [
    ["what", what],
    ...places.map(([control, at]) => ["face", `${control.dataset.control} ${at.x} ${at.y} ${at.w} ${at.h}`]),
  ]);

/** Keys move at once, and are kept when the hand rests for a moment. */
let resting = 0;
const pending = new Map(); // the page may be drawn anew before they are kept
function nudge(places, what) {
  places.forEach(([control, at]) => {
    control.setAttribute("transform", `translate(${at.x * UNIT} ${at.y * UNIT})`);
    control.querySelector(".hit").setAttribute("width", at.w * UNIT);
    control.querySelector(".hit").setAttribute("height", at.h * UNIT);
    pending.set(control.dataset.control, at);
  });
  clearTimeout(resting);
  resting = setTimeout(() => {
    const all = [...pending].map(([id, at]) => [{ dataset: { control: id } }, at]);
    pending.clear();
    keep(all, what);
  }, 250);
}

function align(how) {
  const all = selected().map((control) => [control, place(control)]);
  if (all.length < 2) return say("Pick two or more controls first.");
  const places = all.map(([, at]) => at);
  const first = { ...place(controls().find((control) => control.dataset.control === picked[0])) };
  const least = (name) => Math.min(...places.map((at) => at[name]));
  const spread = (from, size) => {
    const sorted = [...places].sort((a, b) => a[from] - b[from]);
    const end = sorted.at(-1);
    const gap = (end[from] + end[size] - sorted[0][from] - sorted.reduce((sum, at) => sum + at[size], 0)) / (sorted.length - 1);
    sorted.reduce((at, box) => {
      box[from] = Math.round(at * 10) / 10;
      return at + box[size] + gap;
    }, sorted[0][from]);
  };
  const left = least("x");
  const top = least("y");
  if (how === "left") places.forEach((at) => (at.x = left));
  else if (how === "top") places.forEach((at) => (at.y = top));
  else if (how === "middle") places.forEach((at) => (at.x = Math.max(0, first.x + first.w / 2 - at.w / 2)));
  else if (how === "size") places.forEach((at) => Object.assign(at, { w: first.w, h: first.h }));
  else if (how === "across") spread("x", "w");
  else spread("y", "h");
  keep(all, how === "size" ? "Size" : how === "across" || how === "down" ? "Spread" : "Align");
}

const ids = () => picked.map((id) => ["control", id]);
const cluster = (together) =>
  picked.length > 1
    ? send(
        "cluster",
        [["together", together], ...ids()],
        together === "true" ? "Grouped: one click picks them all." : "Each alone again."
      )
    : say("Pick two or more controls first.");
const remove = () => (picked.length ? send("remove", ids()) : say("Pick what is to be deleted first."));

function copy() {
  if (!picked.length) return say("Pick what is to be copied first.");
  sessionStorage.setItem("copied", JSON.stringify({ device: panel.dataset.device, controls: picked }));
  say(`${picked.length} copied. Paste puts them here or on another device.`);
}

function paste() {
  const copied = JSON.parse(sessionStorage.getItem("copied") ?? "null");
  if (!copied) return say("Copy something first.");
  send("paste", [["from", copied.device], ...copied.controls.map((id) => ["control", id])]);
}

export function arrangeKey(event) {
  if (!panel?.isConnected || !bar) return false;
  const letter = event.key.toLowerCase();
  if (letter === "a" && !event.ctrlKey && !event.metaKey) {
    toggle(!on);
    return true;
  }
  if (!on) return false;
  const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
  if (way && picked.length) {
    const all = selected().map((control) => {
      const at = pending.get(control.dataset.control) ?? place(control);
      return [
        control,
        event.shiftKey
          ? { ...at, w: Math.max(1, at.w + way[0]), h: Math.max(1, at.h + way[1]) }
          : { ...at, x: Math.max(0, at.x + way[0]), y: Math.max(0, at.y + way[1]) },
      ];
    });
    nudge(all, event.shiftKey ? "Size" : "Move");
    return true;
  }
  if (event.key === "Delete" && picked.length) return (twice("what is picked", svg(), remove), true);
  if (letter === "g" && picked.length > 1) return (cluster("true"), true);
  if (event.key === "Escape") return (toggle(false), true);
  return false;
}

// copy and paste by their usual keys, which the page's other keys leave alone
document.addEventListener("keydown", (event) => {
  if (!on || !(event.ctrlKey || event.metaKey) || event.target.matches?.("input, select, textarea")) return;
  const action = { c: copy, v: paste, a: () => ((picked = controls().map((control) => control.dataset.control)), show()) }[
    event.key.toLowerCase()
  ];
  if (action) {
    event.preventDefault();
    action();
  }
});
