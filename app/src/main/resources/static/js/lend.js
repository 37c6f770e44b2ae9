// Lends this computer's MIDI ports (Web MIDI) and game controllers (Gamepad API) to Orchard, over the live socket. One page of a
// browser does it at a time; it goes on from page to page until it is switched off.
import { on, send } from "./socket.js";

const PIECE = 1000;
const computer = (localStorage.orchardComputer ??= crypto.randomUUID?.() ?? String(Math.random()).slice(2));
let access = null;
let holding = false;
let tell = () => {};
const pads = new Map();

export const lending = () => localStorage.orchardLends === "yes";

/** @param status takes a sentence about how it goes, now and later */
export function watch(status) {
  tell = status;
  if (lending()) tell(access ? words() : "Lending …");
}

export async function start() {
  localStorage.orchardLends = "yes";
  if (navigator.locks) navigator.locks.request("orchard-lends", () => new Promise((leave) => ((release = leave), run())));
  else run();
}
let release = () => {};

export function stop() {
  localStorage.orchardLends = "no";
  holding = false;
  access = null;
  pads.clear();
  send({ type: "lend", computer, ports: [] });
  release();
  tell("");
}

async function run() {
  holding = true;
  if (!navigator.requestMIDIAccess) {
    tell(
      window.isSecureContext
        ? "This browser cannot lend MIDI ports. Chromium and Firefox can. Game controllers are lent."
        : "MIDI ports can be lent only by a page opened on the machine Orchard runs on, or over https. Game controllers are lent."
    );
  } else {
    try {
      access = await navigator.requestMIDIAccess({ sysex: true });
    } catch (first) {
      try {
        access = first.name === "SecurityError" || first.name === "NotAllowedError" ? await navigator.requestMIDIAccess() : null;
      } catch {
        access = null;
      }
      const refused = first.name === "SecurityError" || first.name === "NotAllowedError";
      if (!access) {
        tell(
          refused
            ? "This browser was not allowed to lend its MIDI ports. " +
                "Allow MIDI for this page beside its address, then load the page again. Game controllers are lent."
            : "This computer has no MIDI system a browser could use (" + first.message + "). Game controllers are lent."
        );
      }
    }
  }
  if (!holding) return;
  if (access) access.onstatechange = announce;
  window.addEventListener("gamepadconnected", announce);
  window.addEventListener("gamepaddisconnected", announce);
  requestAnimationFrame(pollPads);
  announce();
}

function midiPorts() {
  const ports = new Map();
  if (!access) return ports;
  const add = (port, direction) => {
    if (port.state === "disconnected") return;
    // two boxes of one kind have the same name: the second input goes with the second output
    const base = `${port.manufacturer ?? ""} ${port.name ?? "port"}`;
    let key = base;
    for (let i = 2; ports.get(key)?.[direction]; i++) key = `${base} ${i}`;
    if (!ports.has(key))
      ports.set(key, { id: "m" + key, name: port.name || "MIDI port", vendor: port.manufacturer ?? "", pad: false });
    const known = ports.get(key);
    known[direction] = port;
  };
  access.inputs.forEach((port) => add(port, "input"));
  access.outputs.forEach((port) => add(port, "output"));
  return ports;
}

const gamepads = () => [...(navigator.getGamepads?.() ?? [])].filter(Boolean);

function announce() {
  if (!holding || !lending()) return;
  const ports = [...midiPorts().values()];
  for (const port of ports) {
    if (port.input) port.input.onmidimessage = (event) => heard(port.id, event.data);
  }
  send({
    type: "lend",
    computer,
    ports: [
      ...ports.map(({ id, name, vendor, input, output }) => ({
        id: id.slice(0, 100),
        name: name.slice(0, 100),
        vendor: vendor.slice(0, 100),
        pad: false,
        in: !!input,
        out: !!output,
      })),
      ...gamepads().map((pad) => ({
        id: "g" + pad.index,
        name: pad.id.replace(/\s*\(.*/, "").slice(0, 100) || "Game controller",
        vendor: "",
        pad: true,
        in: true,
        out: false,
      })),
    ],
  });
  if (access) tell(words());
}

function words() {
  const count = midiPorts().size;
  const plain = access && !access.sysexEnabled && count ? " Without SysEx: this browser did not allow it." : "";
  return (
    (count === 0
      ? "Lending: no MIDI port is plugged into this computer yet."
      : `Lending ${count} MIDI ${count === 1 ? "port" : "ports"} of this computer.`) + plain
  );
}

const hex = (bytes) => [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");

function heard(port, bytes) {
  for (let from = 0; from < bytes.length; from += PIECE) {
    send({ type: "midi", port: port.slice(0, 100), bytes: hex(bytes.slice(from, from + PIECE)) });
  }
}

on("midi", ({ port, bytes }) => {
  const found = [...midiPorts().values()].find(({ id }) => id.slice(0, 100) === port);
  try {
    found?.output?.send(bytes.match(/../g).map((pair) => parseInt(pair, 16)));
  } catch (refused) {
    tell(`${found.name} did not take a message: ${refused.message}`);
  }
});
on("online", announce);

function pollPads() {
  if (!holding) return;
  for (const pad of gamepads()) {
    const before = pads.get(pad.index) ?? {};
    const now = {};
    pad.buttons.forEach((button, i) => (now["button" + (i + 1)] = button.value));
    pad.axes.forEach((axis, i) => (now["axis" + (i + 1)] = (axis + 1) / 2));
    for (const [part, value] of Object.entries(now)) {
      if (before[part] !== undefined && Math.abs(value - before[part]) < 0.004) now[part] = before[part];
      else if (before[part] !== undefined) send({ type: "pad", port: "g" + pad.index, part, value });
    }
    pads.set(pad.index, now);
  }
  requestAnimationFrame(pollPads);
}

if (lending()) start();
