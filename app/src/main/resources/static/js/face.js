// A device's drawn face: puts live values on it. Which control is where was decided in Java.
const START = -140;
const SWEEP = 280;

const at = (degrees, radius) => [radius * Math.sin((degrees * Math.PI) / 180), -radius * Math.cos((degrees * Math.PI) / 180)];

function arc(radius, from, to) {
  const [x1, y1] = at(from, radius);
  const [x2, y2] = at(to, radius);
  return `M${x1.toFixed(2)} ${y1.toFixed(2)} A${radius} ${radius} 0 ${to - from > 180 ? 1 : 0} 1 ${x2.toFixed(2)} ${y2.toFixed(2)}`;
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

/** Shortens captions that are wider than their control; the whole name stands in the tooltip. */
function fit(text) {
  const room = Number(text.dataset.fit);
  let name = text.textContent;
  while (name.length > 2 && text.getComputedTextLength() > room) {
    name = name.slice(0, -1);
    text.textContent = name.trimEnd() + "…";
  }
}

export function mountFace(face) {
  face.querySelectorAll(".control").forEach((control) => draw(control, Number(control.dataset.value)));
  document.fonts.ready.then(() => face.querySelectorAll("[data-fit]").forEach(fit));
}

/** A control was heard. */
export function faceValue(key, value) {
  document.querySelectorAll(`.face .control[data-live="${CSS.escape(key)}"]`).forEach((control) => draw(control, value.position));
}
