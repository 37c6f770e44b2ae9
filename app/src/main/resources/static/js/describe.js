// Describe: touching a control, on the device or here, selects it.
let page;
let last = "";

function select(control) {
  if (control.classList.contains("selected")) return;
  const path = `/describe?device=${encodeURIComponent(control.dataset.device)}&control=${encodeURIComponent(control.dataset.control)}`;
  history.replaceState(null, "", path);
  htmx.ajax("GET", path, { target: "#page", select: "#page", swap: "outerHTML" });
}

export function mount(main) {
  page = main;
  main.querySelectorAll(".face .control").forEach((control) => {
    control.addEventListener("click", () => select(control));
    control.addEventListener("keydown", (event) => (event.key === "Enter" || event.key === " ") && (event.preventDefault(), select(control)));
  });
}

/** Something came that no control of this device sends: it is listed within a moment, once. */
const listed = new Set();
let looking = 0;
function listUnknown(rows) {
  const device = page.querySelector(".heard")?.dataset.device;
  const fresh = rows.filter((row) => row.key.startsWith(`unknown ${device} `) && !listed.has(row.key));
  if (!fresh.length || looking || document.activeElement?.matches("input")) return;
  fresh.forEach((row) => listed.add(row.key));
  looking = setTimeout(() => {
    looking = 0;
    htmx.ajax("GET", location.pathname + location.search, { target: "#page", select: "#page", swap: "outerHTML" });
  }, 400);
}

export function live(message) {
  for (const [key, value] of Object.entries(message.controls ?? {})) {
    page.querySelectorAll(`[data-last="${CSS.escape(key)}"]`).forEach((slot) => (slot.textContent = value.message));
  }
  if (message.mappings === undefined) (message.rows ?? []).forEach((row) => listed.add(row.key)); // drawn already
  else listUnknown(message.rows ?? []);
  const typing = document.activeElement?.matches("input");
  const heard = Object.keys(message.controls ?? {});
  if (message.mappings === undefined || typing || heard.length === 0) return; // the first message tells all that is known
  const key = heard[heard.length - 1];
  const control = [...page.querySelectorAll(".face .control")].find((c) => key.startsWith(`${c.dataset.device}/${c.dataset.control}/`));
  if (control && key !== last) {
    last = key;
    select(control);
  }
}
