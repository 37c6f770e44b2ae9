// Connect: counts and activity of the ports as they happen.
let page;
const lit = new Map();

export function mount(main) {
  page = main;
}

export function ports({ ports }) {
  const known = new Set([...page.querySelectorAll("[data-port]")].map((item) => item.dataset.port));
  for (const port of ports) {
    const item = page.querySelector(`[data-port="${CSS.escape(port.key)}"]`);
    if (!item) continue;
    known.delete(port.key);
    const set = (name, value) => {
      const slot = item.querySelector(`[data-${name}]`);
      if (slot && slot.textContent !== String(value)) slot.textContent = value;
    };
    const before = Number(item.querySelector("[data-in]")?.textContent ?? 0);
    ["in", "out", "bad", "dropped"].forEach((name) => set(name, port[name]));
    set("last", port.last || "–");
    if (port.in > before) light(item);
  }
  const unseen = ports.some((port) => !page.querySelector(`[data-port="${CSS.escape(port.key)}"]`));
  const typing = document.activeElement?.matches("input, select") && page.contains(document.activeElement);
  if ((unseen || known.size) && !typing) {
    htmx.ajax("GET", location.pathname + location.search, { target: "#page", select: "#page", swap: "outerHTML" });
  }
}

function light(item) {
  item.classList.add("lit");
  clearTimeout(lit.get(item));
  lit.set(item, setTimeout(() => item.classList.remove("lit"), 700));
}
