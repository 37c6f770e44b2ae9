// Connect: counts and activity of the ports as they happen.
import { drawInPassing } from "./drawn.js";
import { lending, start, stop, watch } from "./lend.js";

let page;
const lit = new Map();

export function mount(main) {
  page = main;
  const button = page.querySelector("#lend");
  const lent = page.querySelector("#lent");
  const label = () => (button.textContent = lending() ? "Stop lending" : "Lend ports");
  watch((text) => {
    lent.hidden = !text;
    lent.textContent = text;
    label();
  });
  button.addEventListener("click", () => {
    if (lending()) stop();
    else start();
    label();
  });
  label();
}

/** What went out of one kind, second by second, as bars that stand on those of the kinds before. */
function stacked(shares, kind) {
  const high = (percent) => (19 - Math.min(100, percent) * 0.18).toFixed(1);
  return shares
    .map((share, i) => {
      const below = share.slice(0, kind).reduce((sum, one) => sum + one, 0);
      const x = (60 - shares.length + i) * 2;
      return share[kind] ? `M${x} ${high(below)}h1.6V${high(below + share[kind])}h-1.6z` : "";
    })
    .join("");
}

export function ports({ ports, held, troubles }) {
  const known = new Set([...page.querySelectorAll("[data-port]:not([data-port=''])")].map((item) => item.dataset.port));
  for (const port of ports) {
    const item = page.querySelector(`[data-port="${CSS.escape(port.key)}"]`);
    if (!item) continue;
    known.delete(port.key);
    const set = (name, value) => {
      const slot = item.querySelector(`[data-${name}]`);
      if (slot && slot.textContent !== String(value)) slot.textContent = value;
    };
    const before = Number(item.querySelector("[data-in]")?.textContent ?? 0);
    ["in", "out", "bad", "dropped", "load"].forEach((name) => set(name, port[name]));
    item.querySelectorAll("[data-kind]").forEach((bars) => bars.setAttribute("d", stacked(port.shares, Number(bars.dataset.kind))));
    item
      .querySelector("[data-curve]")
      ?.setAttribute(
        "points",
        port.loads.map((load, i) => `${(60 - port.loads.length + i) * 2 + 1},${19 - (Math.min(100, load) * 18) / 100}`).join(" ")
      );
    const error = item.querySelector("[data-error]");
    if (error) {
      error.hidden = !port.error;
      set("error", port.error);
    }
    const clock = item.querySelector("[data-clock]");
    if (clock) {
      clock.hidden = !port.clock;
      set("clock", port.clock ? `Clock ${port.clock}` : "");
    }
    if (port.standing) stands(item, port.standing);
    const own = item.querySelector("[data-own]");
    if (own) own.hidden = !port.ownLanguage;
    set("last", port.last || "–");
    if (port.in > before) light(item);
  }
  const unseen = ports.some((port) => !page.querySelector(`[data-port="${CSS.escape(port.key)}"]`));
  const list = page.querySelector("#held").dataset;
  const news = held.join("|") !== (list.held ?? "") || troubles.join("|") !== (list.troubles ?? "");
  if (unseen || known.size || news) drawInPassing();
}

/** Present, resting, in doubt, deaf or absent, with what that means. */
function stands(item, standing) {
  const slot = item.querySelector("[data-presence]");
  const since = item.querySelector("[data-since]");
  if (since && since.textContent !== standing.since) since.textContent = standing.since;
  const help = item.querySelector("[data-help]");
  if (!slot || slot.dataset.state === standing.state) return;
  slot.dataset.state = standing.state;
  slot.textContent = standing.words;
  item.classList.toggle("deaf", standing.state === "DEAF");
  item.classList.toggle("doubted", standing.state === "DOUBTED");
  item.classList.toggle("absent", standing.state === "ABSENT" || standing.state === "HELD");
  help.hidden = !standing.help;
  help.textContent = standing.help;
}

function light(item) {
  item.classList.add("lit");
  clearTimeout(lit.get(item));
  lit.set(
    item,
    setTimeout(() => item.classList.remove("lit"), 700)
  );
}
