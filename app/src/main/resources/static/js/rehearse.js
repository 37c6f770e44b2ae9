// Rehearse: the stand-ins' front panels. A gesture here is a hand on the panel; what it shows comes back over the socket.
import { send } from "./socket.js";
import { arrowStep, clamp, drag, hold } from "./drag.js";

let page;
let patch = 0;

const play = (standin, part, gesture, amount) => send({ type: "play", standin, part, gesture, amount });
const standin = (element) => element.closest("[data-standin]").dataset.standin;

export function mount(main) {
  page = main;
  main.querySelectorAll(".knob").forEach(mountKnob);
  main.querySelectorAll(".pad").forEach(mountPad);
  main.querySelectorAll(".clavis").forEach(mountKey);
  main
    .querySelector("[data-zone]")
    ?.addEventListener("change", (event) => play("fathom", "mode", "set", Number(event.target.value)));
  main.querySelectorAll(".keycap[data-part]").forEach((key) =>
    hold(
      key,
      () => play(standin(key), key.dataset.part, "hit", 1),
      () => key.dataset.part !== "shake" && play(standin(key), key.dataset.part, "release", 0)
    )
  );
  main.querySelectorAll("input[type=range][data-part]").forEach((range) => {
    range.addEventListener("input", () => play(standin(range), range.dataset.part, range.dataset.gesture, Number(range.value)));
    const leave = () => range.dataset.touch !== undefined && play(standin(range), range.dataset.part, "leave", 0);
    range.addEventListener("pointerdown", () => {
      range.dataset.held = "yes";
      if (range.dataset.touch !== undefined) play(standin(range), range.dataset.part, "touch", 1);
    });
    ["pointerup", "pointercancel"].forEach((type) =>
      range.addEventListener(type, () => {
        delete range.dataset.held;
        leave();
      })
    );
    ["keyup", "blur"].forEach((type) => range.addEventListener(type, leave));
  });
  main
    .querySelectorAll("[data-toggle]")
    .forEach((button) =>
      button.addEventListener("click", () =>
        play(standin(button), button.dataset.toggle, "set", button.ariaPressed === "true" ? 0 : 1)
      )
    );
  main
    .querySelectorAll("[data-turn]")
    .forEach((button) => button.addEventListener("click", () => play("gull", "turn", "by", Number(button.dataset.turn))));
  main
    .querySelectorAll("[data-hit]")
    .forEach((button) => button.addEventListener("click", () => play(standin(button), button.dataset.hit, "hit", 1)));
  main
    .querySelector("[data-encoding]")
    ?.addEventListener("change", (event) => play("cobble", "knobs", "encoding", Number(event.target.value)));
  main
    .querySelector("[data-channel]")
    ?.addEventListener("change", (event) => play("cobble", "channel", "set", Number(event.target.value)));
  main
    .querySelectorAll("[data-switchoff]")
    .forEach((button) =>
      button.addEventListener("click", () => htmx.ajax("POST", `/rehearse/${standin(button)}/off`, { swap: "none" }))
    );
  main
    .querySelectorAll("[data-trouble]")
    .forEach((button) => button.addEventListener("click", () => play(standin(button), "cable", button.dataset.trouble, 0)));
  main.querySelector("[data-replace]")?.addEventListener("click", () => play("wherry", "device", "replace", 1));
  main
    .querySelectorAll("[data-patch]")
    .forEach((button) =>
      button.addEventListener("click", () => play("peat", "patch", "choose", patch + Number(button.dataset.patch)))
    );
  main.querySelectorAll("[data-tilt]").forEach(mountTilt);
}

function mountKnob(knob) {
  const turn = (steps) => steps && play(standin(knob), knob.dataset.part, "turn", steps);
  let done = 0;
  drag(knob, {
    started: () => ((done = 0), true),
    moved: (dx, dy) => {
      const steps = Math.round((dx - dy) / 2);
      turn(steps - done);
      done = steps;
    },
  });
  knob.addEventListener(
    "wheel",
    (event) => {
      event.preventDefault();
      turn(event.deltaY < 0 ? 1 : -1);
    },
    { passive: false }
  );
  knob.addEventListener("keydown", (event) => {
    const steps = Math.round(arrowStep(event));
    if (!steps) return;
    event.preventDefault();
    turn(steps);
  });
}

/** The lower on the pad one hits, the harder it is; keys hit at three quarters. Across and down a finger is its X and Y. */
function mountPad(pad) {
  const box = () => pad.getBoundingClientRect();
  const strength = (event) =>
    event.clientY === undefined ? 0.75 : clamp((event.clientY - box().top) / pad.clientHeight, 0.1, 1);
  const finger = (event) => {
    if (event.clientX === undefined) return;
    play("cobble", pad.dataset.part, "x", clamp((event.clientX - box().left) / pad.clientWidth));
    play("cobble", pad.dataset.part, "y", clamp(1 - (event.clientY - box().top) / pad.clientHeight));
  };
  hold(
    pad,
    (event) => {
      finger(event);
      play("cobble", pad.dataset.part, "hit", strength(event));
    },
    () => play("cobble", pad.dataset.part, "release", 0)
  );
  pad.addEventListener("pointermove", (event) => {
    if (!pad.classList.contains("down")) return;
    play("cobble", pad.dataset.part, "press", strength(event));
    finger(event);
  });
}

/** A key is struck the harder the lower on it one does; a finger that stays bends across, and presses and slides down and up. */
function mountKey(key) {
  const part = key.dataset.part;
  const box = () => key.getBoundingClientRect();
  const down = (event) => (event.clientY === undefined ? 0.7 : clamp((event.clientY - box().top) / key.clientHeight, 0.1, 1));
  let from;
  hold(
    key,
    (event) => {
      from = event.clientX;
      play("fathom", part, "hit", down(event));
    },
    () => play("fathom", part, "release", 0.5)
  );
  key.addEventListener("pointermove", (event) => {
    if (!key.classList.contains("down")) return;
    play("fathom", part, "bend", clamp((event.clientX - from) / (4 * key.clientWidth), -1, 1));
    play("fathom", part, "press", down(event));
    play("fathom", part, "slide", 1 - down(event));
  });
}

function mountTilt(area) {
  const tilt = { x: 0, y: 0 };
  const go = (x, y) => {
    tilt.x = clamp(x, -1, 1);
    tilt.y = clamp(y, -1, 1);
    play("gull", "tiltX", "move", tilt.x);
    play("gull", "tiltY", "move", tilt.y);
  };
  const at = (event) => {
    const box = area.getBoundingClientRect();
    go(((event.clientX - box.left) / box.width) * 2 - 1, 1 - ((event.clientY - box.top) / box.height) * 2);
  };
  drag(area, { started: (event) => (at(event), true), moved: (dx, dy, event) => at(event) });
  area.addEventListener("keydown", (event) => {
    const by = { ArrowLeft: [-0.1, 0], ArrowRight: [0.1, 0], ArrowUp: [0, 0.1], ArrowDown: [0, -0.1] }[event.key];
    if (!by) return;
    event.preventDefault();
    go(tilt.x + by[0], tilt.y + by[1]);
  });
}

export function panel({ standin: id, readings }) {
  const root = page.querySelector(`[data-standin="${id}"]`);
  if (!root) return;
  const find = (name, part) => root.querySelector(`[data-${name}="${CSS.escape(part)}"]`);
  for (const { part, value, text } of readings) {
    const element = find("part", part);
    if (part.startsWith("mark")) showMark(find("part", part.replace("mark", "encoder")), value);
    if (element?.dataset.textonly !== undefined) element.textContent = text;
    else if (element?.classList.contains("knob")) showKnob(element, value, text);
    else if (element?.classList.contains("pad")) showPad(element, value, text);
    else if (element?.classList.contains("clavis")) element.classList.toggle("sounds", value > 0);
    else if (element?.type === "range" && !element.dataset.held)
      element.value = element.dataset.bipolar === undefined ? value : value * 2 - 1;
    if (id === "peat" && part === "patch") patch = parseInt(text, 10) - 1;
    if (part === "cable") root.dataset.condition = text;
    if (id === "script" && part === "front") showFront(root, text);
    if (part === "dialog") element?.toggleAttribute("hidden", !value);
    const words = find("text", part);
    if (words) words.textContent = text;
    const meter = find("meter", part)?.querySelector(".level");
    meter?.setAttribute("height", value * 100);
    meter?.setAttribute("y", 100 - value * 100);
    find("toggle", part)?.setAttribute("aria-pressed", value >= 0.5);
    if (id === "gull" && part === "tiltX") root.querySelector(".bead").style.left = value * 100 + "%";
    if (id === "gull" && part === "tiltY") root.querySelector(".bead").style.top = (1 - value) * 100 + "%";
  }
}

/** Of the Script window: which one keys go to; a dialog lies in front of the first. */
function showFront(root, front) {
  const under = front === "dialog" ? "1" : front;
  root.querySelectorAll("[data-window]").forEach((pane) => pane.classList.toggle("front", pane.dataset.window === under));
  root.querySelector(".dialog").classList.toggle("front", front === "dialog");
}

function showKnob(knob, value, text) {
  knob.querySelector(".needle").setAttribute("transform", `rotate(${-140 + 280 * value})`);
  knob.querySelector(".ringpath")?.setAttribute("d", ring(value, text));
  const display = knob.querySelector("[data-display]");
  if (display) display.textContent = text;
  knob.setAttribute("aria-valuenow", Math.round(value * 127));
  knob.setAttribute("aria-valuetext", text || String(Math.round(value * 127)));
}

/** What a ring of lamps draws around a knob. */
function ring(value, drawn) {
  const dot = [Math.max(0, value - 0.03), Math.min(1, value + 0.03)];
  const ways = { filled: [0, value], "from the middle": [0.5, value], "both ways": [0.5 - value / 2, 0.5 + value / 2] };
  const at = (place) => {
    const angle = ((-140 + 280 * place) * Math.PI) / 180;
    return `${27 * Math.sin(angle)} ${-27 * Math.cos(angle)}`;
  };
  const [from, to] = (ways[drawn] ?? dot).sort((a, b) => a - b);
  return `M${at(from)}A27 27 0 ${to - from > 180 / 280 ? 1 : 0} 1 ${at(to)}`;
}

function showMark(knob, value) {
  const mark = knob.querySelector(".ringmark");
  mark.toggleAttribute("hidden", value < 0);
  mark.setAttribute("transform", `rotate(${-140 + 280 * value})`);
}

function showPad(pad, value, text) {
  const [how, colour] = text.split(" ");
  pad.classList.toggle("lit", text !== "");
  pad.style.setProperty("--lamp", colour ?? "");
  pad.dataset.how = how;
  pad.title = text ? `${how}, palette ${Math.round(value * 127)}` : "";
}
