// Layers as they lie now: turned on and off, silenced, tried alone; whoever else does so, every page follows.
import { post, say } from "./replies.js";
import { drawInPassing } from "./drawn.js";

async function send(path, body) {
  const answer = await post(path, body);
  if (!answer.ok) say(answer.text);
}

/** Presses on whatever turns or silences, on any page. */
document.addEventListener("click", (event) => {
  const press = event.target.closest?.("[data-turn], [data-silence], [data-alone]");
  if (!press || press.disabled) return;
  const on = press.getAttribute("aria-pressed") !== "true";
  const { turn, silence, alone } = press.dataset;
  if (turn !== undefined) send(`/layers/${encodeURIComponent(turn)}/turn`, `on=${on}`);
  else send("/silence", `id=${encodeURIComponent(silence ?? alone)}&alone=${alone !== undefined}&on=${on}`);
});

/** Layers came or went: the stack and the face are drawn as they are now, and nothing else. */
export function stackTurned() {
  if (document.getElementById("stack")) {
    htmx.ajax("GET", "/layers/stack", { source: "#stack", target: "#stack", swap: "outerHTML" });
  }
  const room = document.getElementById("faceroom");
  if (room && !room.dataset.as) {
    const { device, control } = room.dataset;
    const path = `/map/face?device=${encodeURIComponent(device)}&control=${encodeURIComponent(control ?? "")}`;
    htmx.ajax("GET", path, { source: room, target: room, swap: "innerHTML" });
  }
}

/** Other sentences act than before. */
export function silenceChanged({ words }) {
  const hush = document.getElementById("hush");
  hush.hidden = !words;
  hush.querySelector("#hushed").textContent = words;
  if (document.querySelector("#page [data-silence], #stack")) drawInPassing();
}
