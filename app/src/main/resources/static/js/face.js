// A device's drawn face: puts live values on it. Which control is where was decided in Java.
const START = -140;
const SWEEP = 280;

const at = (degrees, radius) => [radius * Math.sin((degrees * Math.PI) / 180), -radius * Math.cos((degrees * Math.PI) / 180)];

function arc(radius, from, to) {
  const [x1, y1] = at(from, radius);
  const [x2, y2] = at(to, radius);
  return `M${x1.toFixed(2)} ${y1.toFixed(2)} A${radius} ${radius} 0 ${to - from > 180 ? 1 : 0} 1 ${x2.toFixed(2)} ${y2.toFixed(2)}`;
}

/** Puts a field's dot where its x or its y (index 0 or 1) stands. */
function drawField(control, index, position) {
  const dot = control.querySelector(".fielddot");
  dot.removeAttribute("visibility");
  const box = control.querySelector(".hit");
  const size = Number(box.getAttribute(index === 0 ? "width" : "height"));
  dot.setAttribute(index === 0 ? "cx" : "cy", (4 + (size - 8) * (index === 0 ? position : 1 - position)).toFixed(1));
}

/** Draws one control at a position 0..1. */
function draw(control, position) {
  const dial = control.querySelector(".dial");
  if (dial) {
    const radius = Number(dial.dataset.radius);
    const degrees = START + SWEEP * position;
    dial.querySelector(".track").setAttribute("d", arc(radius, START, START + SWEEP));
    dial.querySelector(".level").setAttribute("d", position > 0.004 ? arc(radius, START, degrees) : "");
    const [x1, y1] = at(degrees, radius * 0.2);
    const [x2, y2] = at(degrees, radius * 0.72);
    const needle = dial.querySelector(".needle");
    Object.entries({ x1, y1, x2, y2 }).forEach(([name, value]) => needle.setAttribute(name, value.toFixed(2)));
  }
  control.querySelector(".glow")?.setAttribute("opacity", (0.85 * position).toFixed(2));
  const slide = control.querySelector(".slide");
  if (slide) {
    const length = Number(slide.dataset.length) - 18;
    const thumb = slide.querySelector(".thumb");
    if (slide.dataset.way === "up") thumb.setAttribute("y", ((1 - position) * length).toFixed(1));
    else thumb.setAttribute("x", (position * length).toFixed(1));
  }
}

const SMALLEST = 0.72;
const shortWord = (word) => (word.length > 5 && !/\d/.test(word) ? word.slice(0, 4) + "." : word);

// Captions that are wider than their control shrink, then their words are shortened, the last one last; the tooltip has the whole name.
function fit(text) {
  const room = Number(text.dataset.fit);
  const name = text.textContent;
  const isTooWide = () => text.getComputedTextLength() > room;
  if (!isTooWide()) return;
  const size = parseFloat(getComputedStyle(text).fontSize);
  const shrink = Math.max(SMALLEST, room / text.getComputedTextLength());
  text.style.fontSize = Math.floor(size * shrink * 9.8) / 10 + "px"; // a little less, because letters grow by whole steps
  const words = name.split(" ");
  if (isTooWide()) text.textContent = [...words.slice(0, -1).map(shortWord), words.at(-1)].join(" ");
  if (isTooWide()) text.textContent = words.map(shortWord).join(" ");
  for (let cut = text.textContent; cut.length > 2 && isTooWide(); ) {
    cut = cut.slice(0, -1);
    text.textContent = cut.trimEnd() + "…";
  }
}

/** Letters of a display are as narrow as the display needs. */
function squeeze(text) {
  text.removeAttribute("textLength");
  if (text.textContent && text.getComputedTextLength() > Number(text.dataset.room)) {
    text.setAttribute("textLength", text.dataset.room);
    text.setAttribute("lengthAdjust", "spacingAndGlyphs");
  }
}

/** A lamp is lit in a colour, and may move; what is dark has no colour of its own. */
function light(lamp, lit) {
  const [colour, how] = lit.split(" ");
  lamp.toggleAttribute("data-on", colour.startsWith("#"));
  if (colour.startsWith("#")) lamp.setAttribute("fill", colour);
  else lamp.removeAttribute("fill");
  lamp.dataset.how = how ?? "";
}

/** A lamp or display of the device shows something else. */
export function faceText(key, words) {
  document.querySelectorAll(`.face .lamp[data-lamp="${CSS.escape(key)}"]`).forEach((lamp) => light(lamp, words));
  document.querySelectorAll(`.face .display[data-display="${CSS.escape(key)}"] text`).forEach((text) => {
    text.textContent = words;
    squeeze(text);
  });
}

export function mountFace(face) {
  face.querySelectorAll(".control").forEach((control) => draw(control, Number(control.dataset.value)));
  face.querySelectorAll(".lamp").forEach((lamp) => light(lamp, lamp.dataset.lit ?? ""));
  document.fonts.ready.then(() => face.querySelectorAll("[data-fit]").forEach(fit));
  face.querySelectorAll(".control[data-fields]").forEach((control) => {
    [0, 1].forEach((index) => drawField(control, index, 0.5));
    control.querySelector(".fielddot").setAttribute("visibility", "hidden"); // until it is moved
  });
  document.fonts.ready.then(() => face.querySelectorAll(".display text").forEach(squeeze));
}

/** A control was heard. */
export function faceValue(key, value) {
  document
    .querySelectorAll(`.face .control[data-fields~="${CSS.escape(key)}"]`)
    .forEach((control) => drawField(control, control.dataset.fields.split(" ").indexOf(key), value.position));
  document.querySelectorAll(`.face .control[data-live="${CSS.escape(key)}"]`).forEach((control) => draw(control, value.position));
}
