// The branches of the falling view: from the control to the sentence, on to the parameter, and the answer back. None runs through words.
import { clamp } from "./drag.js";

const CELL = 4; // pixels between two lanes
const TURN = 8; // what a corner costs, in cells
const CROSSING = 6; // what it costs to run over a control that has no words there
const ROUND = 10; // radius of a corner, in pixels

const bend = (from, to) =>
  `M${from.x} ${from.y} C${from.x} ${(from.y + to.y) / 2} ${to.x} ${(from.y + to.y) / 2} ${to.x} ${to.y}`;

const watched = new ResizeObserver((entries) => branches(entries[0].target.closest(".fall")));

/** Draws them, and draws them anew whenever what stands there changes its size. */
export function watchBranches(fall) {
  watched.disconnect();
  fall.querySelectorAll(".top-face, .says, .sentence, .edits, .parameters").forEach((part) => watched.observe(part));
}

/** Draws them where things stand now. */
function branches(fall) {
  if (!fall?.isConnected) return;
  const origin = fall.getBoundingClientRect();
  const boxed = (rect) => ({
    left: rect.left - origin.left,
    right: rect.right - origin.left,
    top: rect.top - origin.top,
    bottom: rect.bottom - origin.top,
    middle: (rect.left + rect.right) / 2 - origin.left,
  });
  const box = (selector) => {
    const rect = fall.querySelector(selector)?.getBoundingClientRect();
    return rect?.width ? boxed(rect) : undefined;
  };
  const moved = box(".control.selected .hit");
  const target = box(".cell.target");
  const says = box(".says");
  const end = box(".tools") ?? box(".sentence");
  const middle = box(".middle");
  const field = { width: origin.width, height: origin.height, words: words(fall).map(boxed), controls: all(fall, ".hit").map(boxed) };
  const set = (name, d) => fall.querySelector(`.branches .${name}`).setAttribute("d", d);
  const line = says && says.left + 6;
  const into = says && { x: line, y: Math.max(says.top + 6, middle.top) };
  const out = end && { x: line, y: Math.min(end.bottom, middle.bottom) };
  const from = moved && { x: moved.middle, y: moved.bottom };
  set("in", from && into ? way(field, [from, into], bend(from, into)) : "");
  const onto = target && { x: target.middle, y: target.top };
  set("out", onto && out ? way(field, [out, onto], bend(out, onto)) : "");
  const panel = box(".parameters");
  const top = box(".top-face");
  const edge = origin.width - 8;
  set(
    "answer",
    moved && target && panel && top && fall.querySelector('.phrase[data-clause="show"]')
      ? way(field, [
          { x: target.middle, y: target.bottom },
          { x: edge, y: panel.top },
          { x: edge, y: moved.top },
          { x: moved.middle, y: moved.top },
        ])
      : ""
  );
}

const all = (fall, selector) => [...fall.querySelectorAll(selector)].map((one) => one.getBoundingClientRect());

/** Where words stand, and whatever is filled in. */
function words(fall) {
  const found = [...fall.querySelectorAll("svg text, input, select, textarea, .curve, .chip, .btn, .stage, .clause:not([hidden])")]
    .filter((one) => one.checkVisibility())
    .map((one) => one.getBoundingClientRect());
  const walk = document.createTreeWalker(fall, NodeFilter.SHOW_TEXT);
  const range = document.createRange();
  while (walk.nextNode()) {
    const parent = walk.currentNode.parentElement;
    if (!walk.currentNode.textContent.trim() || !parent.checkVisibility() || parent.closest("svg, option, .visually-hidden")) continue;
    range.selectNodeContents(walk.currentNode);
    found.push(...range.getClientRects());
  }
  return found.filter((rect) => rect.width > 0 && rect.height > 0);
}

/** The bend through the points if it touches no words, otherwise a way round them, or none. */
function way(field, points, bent = "") {
  if (bent && isFree(field, bent)) return bent;
  const grid = laid(field);
  const corners = [];
  for (let i = 1; i < points.length; i++) {
    const leg = found(grid, points[i - 1], points[i]);
    if (!leg) return "";
    corners.push(...leg.slice(i === 1 ? 0 : 1));
  }
  return rounded(corners);
}

function isFree(field, d) {
  const path = document.createElementNS("http://www.w3.org/2000/svg", "path");
  path.setAttribute("d", d);
  const length = path.getTotalLength();
  for (let at = 0; at <= length; at += 3) {
    const point = path.getPointAtLength(at);
    if (field.words.some((box) => isIn(point, box, 1))) return false;
  }
  return true;
}
const isIn = (point, box, margin) =>
  point.x > box.left - margin && point.x < box.right + margin && point.y > box.top - margin && point.y < box.bottom + margin;

/** What each place of a grid costs: nothing goes through words. */
function laid(field) {
  const columns = Math.ceil(field.width / CELL) + 1;
  const rows = Math.ceil(field.height / CELL) + 1;
  const cost = new Float32Array(columns * rows).fill(1);
  const mark = (box, margin, value) => {
    const right = Math.min(columns - 1, Math.floor((box.right + margin) / CELL));
    const bottom = Math.min(rows - 1, Math.floor((box.bottom + margin) / CELL));
    for (let y = Math.max(0, Math.ceil((box.top - margin) / CELL)); y <= bottom; y++)
      for (let x = Math.max(0, Math.ceil((box.left - margin) / CELL)); x <= right; x++) cost[y * columns + x] = value;
  };
  field.controls.forEach((box) => mark(box, 0, CROSSING));
  field.words.forEach((box) => mark(box, 1, Infinity));
  return { columns, rows, cost };
}

const STEPS = [
  [0, 1],
  [1, 0],
  [0, -1],
  [-1, 0],
];

/** The cheapest way from one point to another along the lanes, as its corners; null where there is none. */
function found({ columns, rows, cost }, from, to) {
  const place = (point) =>
    clamp(Math.round(point.y / CELL), 0, rows - 1) * columns + clamp(Math.round(point.x / CELL), 0, columns - 1);
  const begin = place(from);
  const goal = place(to);
  const best = new Float32Array(columns * rows * 4).fill(Infinity);
  const before = new Int32Array(columns * rows * 4).fill(-1);
  const buckets = [];
  const reach = (state, sum, previous) => {
    if (sum >= best[state]) return;
    best[state] = sum;
    before[state] = previous;
    (buckets[Math.round(sum)] ??= []).push(state);
  };
  STEPS.forEach((step, way) => reach(begin * 4 + way, 0, -1));
  for (let sum = 0; sum < buckets.length; sum++) {
    for (const state of buckets[sum] ?? []) {
      if (best[state] < sum) continue;
      const cell = state >> 2;
      if (cell === goal) return corners(before, state, columns, from, to);
      const x = cell % columns;
      const y = (cell - x) / columns;
      STEPS.forEach(([dx, dy], way) => {
        const nx = x + dx;
        const ny = y + dy;
        if (nx < 0 || ny < 0 || nx >= columns || ny >= rows) return;
        const next = ny * columns + nx;
        const price = next === goal ? 1 : cost[next];
        if (price < Infinity) reach(next * 4 + way, sum + price + (way === (state & 3) ? 0 : TURN), state);
      });
    }
  }
  return null;
}

function corners(before, last, columns, from, to) {
  const points = [];
  for (let state = last; state >= 0; state = before[state]) {
    const cell = state >> 2;
    points.unshift({ x: (cell % columns) * CELL, y: Math.floor(cell / columns) * CELL });
  }
  points[0] = from;
  points[points.length - 1] = to;
  return points.filter((point, i) => {
    const [a, b] = [points[i - 1], points[i + 1]];
    return !a || !b || !((a.x === point.x && point.x === b.x) || (a.y === point.y && point.y === b.y));
  });
}

/** A line through corners, each of them rounded. */
function rounded(points) {
  const parts = [`M${points[0].x} ${points[0].y}`];
  const towards = (corner, other, radius) => {
    const length = Math.hypot(other.x - corner.x, other.y - corner.y) || 1;
    return `${corner.x + ((other.x - corner.x) * radius) / length} ${corner.y + ((other.y - corner.y) * radius) / length}`;
  };
  for (let i = 1; i < points.length - 1; i++) {
    const [a, corner, b] = points.slice(i - 1, i + 2);
    const near = Math.min(Math.hypot(a.x - corner.x, a.y - corner.y), Math.hypot(b.x - corner.x, b.y - corner.y)) / 2;
    const radius = Math.min(ROUND, near);
    parts.push(`L${towards(corner, a, radius)} Q${corner.x} ${corner.y} ${towards(corner, b, radius)}`);
  }
  parts.push(`L${points[points.length - 1].x} ${points[points.length - 1].y}`);
  return parts.join(" ");
}

/** Lets a pulse run along branches, one after the other. */
let running = false;
export function pulse(fall, ...names) {
  if (running || matchMedia("(prefers-reduced-motion: reduce)").matches) return;
  const lines = names.map((name) => fall.querySelector(".branches ." + name)).filter((line) => line?.getAttribute("d"));
  const spot = fall.querySelector(names[0] === "answer" ? ".pulse.up" : ".pulse:not(.up)");
  if (!lines.length || !spot) return;
  running = true;
  const begun = performance.now();
  const each = 160;
  const frame = (now) => {
    const along = (now - begun) / each;
    const line = lines[Math.floor(along)];
    if (!line || !line.isConnected) {
      spot.setAttribute("opacity", 0);
      running = false;
      return;
    }
    const point = line.getPointAtLength(line.getTotalLength() * (along % 1));
    spot.setAttribute("cx", point.x);
    spot.setAttribute("cy", point.y);
    spot.setAttribute("opacity", 1);
    requestAnimationFrame(frame);
  };
  requestAnimationFrame(frame);
}
