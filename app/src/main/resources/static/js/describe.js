// Describe: a control that is touched, on the device or here, is selected; views of a device come to life here.
import { draw, drawInPassing, isBusy } from "./drawn.js";
import { mountNumbers } from "./numbers.js";
import { mountArrange, arranging, arrangeKey } from "./arrange.js";
import { mountFeel, feelHit } from "./feel.js";
import { mountColours } from "./colours.js";

let page;
let last = "";

const view = () => page.dataset.sub;

function select(control) {
  if (control.classList.contains("selected") || !control.dataset.control) return;
  const query = new URLSearchParams({ device: control.dataset.device, control: control.dataset.control });
  if (view() !== "face") query.set("view", view());
  history.replaceState(null, "", "/describe?" + query);
  draw("/describe?" + query);
}

const follows = () => localStorage.getItem("describe-follow") !== "off";

export function mount(main) {
  page = main;
  mountNumbers(main);
  main.querySelectorAll(".sendsform").forEach(mountSends);
  const follow = main.querySelector("#follow");
  if (follow) {
    follow.checked = follows();
    follow.addEventListener("change", () => localStorage.setItem("describe-follow", follow.checked ? "on" : "off"));
  }
  const label = main.querySelector("#label");
  label?.addEventListener("input", () => {
    const letters = main.querySelector("#letters");
    if (!letters) return;
    letters.textContent = label.value.trim().length;
    letters.parentElement.classList.toggle("wrong", label.value.trim().length > Number(label.dataset.room));
  });
  main
    .querySelectorAll("[data-pick]")
    .forEach((button) =>
      button.addEventListener("click", () =>
        main
          .querySelectorAll("input[name=control][data-kind]")
          .forEach((box) => button.dataset.pick.split(" ").includes(box.dataset.kind) && (box.checked = true))
      )
    );
  mountSheet(main);
  mountArrange(main);
  mountFeel(main);
  mountColours(main);
  mountLights(main.querySelector("#lights"));
  if (view() === "touch" || view() === "lights") return;
  main.querySelectorAll(".face .control").forEach((control) => {
    control.addEventListener("click", () => !arranging() && select(control));
    control.addEventListener(
      "keydown",
      (event) => (event.key === "Enter" || event.key === " ") && !arranging() && (event.preventDefault(), select(control))
    );
  });
}

/** Lights by trying: what lit up is marked on the face; where one is asked for, that click is the answer. */
function mountLights(section) {
  const form = section?.querySelector("#lightanswer");
  if (!form) return;
  const faces = [...section.querySelectorAll(".face .control")];
  const expected = section.dataset.expected?.split(" ").filter(Boolean) ?? [];
  faces.forEach((face) => face.classList.toggle("lit", expected.includes(face.dataset.control)));
  const marked = new Set();
  const show = () => {
    faces.forEach((face) => {
      face.classList.toggle("marked", marked.has(face.dataset.control));
      face.setAttribute("aria-pressed", marked.has(face.dataset.control));
    });
    form.elements.lit.value = [...marked].join(" ");
    const count = form.querySelector("[data-count]");
    if (count) count.textContent = marked.size;
  };
  const mark = (face) => {
    if (expected.length) return;
    const id = face.dataset.control;
    if (!marked.delete(id)) marked.add(id);
    show();
    if (section.dataset.single) form.requestSubmit();
  };
  faces.forEach((face) => {
    face.addEventListener("click", () => mark(face));
    face.addEventListener(
      "keydown",
      (event) => (event.key === "Enter" || event.key === " ") && (event.preventDefault(), event.stopPropagation(), mark(face))
    );
  });
  form.querySelectorAll("[data-mark]").forEach((pick) =>
    pick.addEventListener("click", () => {
      const ids = pick.dataset.mark.split(" ");
      const all = ids.every((id) => marked.has(id));
      ids.forEach((id) => (all ? marked.delete(id) : marked.add(id)));
      show();
    })
  );
  form.querySelector("[data-so]")?.addEventListener("click", () => (form.elements.lit.value = expected.join(" ")));
  show();
}

/** The files to save follow what is looked at. */
function mountSheet(main) {
  const form = main.querySelector("#sheetform");
  const follow = () => {
    const query = new URLSearchParams(new FormData(form));
    main.querySelectorAll("#sheetpdf, #sheetsvg").forEach((link) => (link.href = link.dataset.path + "?" + query));
  };
  form?.addEventListener("input", follow);
}

/** Shows only the fields that the chosen kind of message has. */
function mountSends(form) {
  const show = () => {
    form
      .querySelectorAll("[data-for]")
      .forEach((part) => (part.hidden = !part.dataset.for.split(" ").includes(form.elements.what.value)));
    form
      .querySelectorAll("[data-press]")
      .forEach((part) => (part.hidden = !part.dataset.press.split(" ").includes(form.elements.press.value)));
  };
  form.addEventListener("change", show);
  show();
}

/** Something was touched on a device that is being described. */
let looking = 0;
export function touched({ device }) {
  if (view() !== "touch" || page.dataset.device !== device || looking) return;
  looking = setTimeout(() => {
    looking = 0;
    if (view() === "touch")
      htmx.ajax("GET", `/describe/${encodeURIComponent(device)}/touched`, {
        source: "#said",
        target: "#touched",
        swap: "outerHTML",
      });
  }, 120);
}

/** Another page of controls is open on the device. */
export function opened({ device }) {
  if (page.dataset.device === device && view() === "face" && follows() && !arranging())
    drawInPassing("/describe?device=" + encodeURIComponent(device));
}

/** A device's memory stands otherwise than before. */
export function memory({ device, status }) {
  if (page.dataset.device !== device || view() !== "memory") return;
  const bar = page.querySelector("#memory progress");
  if (bar && (status.state === "READING" || status.state === "WRITING") && bar.ariaLabel === status.text) {
    bar.max = status.of || 1;
    bar.value = status.done;
    bar.previousElementSibling.querySelector(".mono").textContent = `${status.done} of ${status.of} blocks`;
  } else
    htmx.ajax("GET", `/describe/${encodeURIComponent(device)}/memory`, { source: "#said", target: "#memory", swap: "outerHTML" });
}

/** A device sent a dump: what moved in it is shown, unless somebody is saying what it was. */
export function dumped({ device }) {
  if (page.dataset.device !== device || view() !== "dumps" || page.querySelector("#founddump :focus")) return;
  const path = `/describe/${encodeURIComponent(device)}/dumps`;
  htmx.ajax("GET", path, { source: "#said", target: "#founddump", swap: "outerHTML" });
}

/** Something came that no control of this device sends: it is listed within a moment, once. */
const listed = new Set();
let listing = 0;
function listUnknown(rows) {
  if (view() !== "face") return;
  const device = page.querySelector(".heard")?.dataset.device;
  const fresh = rows.filter((row) => row.key.startsWith(`unknown ${device} `) && !listed.has(row.key));
  if (!fresh.length || listing || isBusy() || arranging()) return;
  fresh.forEach((row) => listed.add(row.key));
  listing = setTimeout(() => {
    listing = 0;
    drawInPassing();
  }, 400);
}

export function live(message) {
  const first = message.mappings === undefined; // the first message tells all that is known
  for (const [key, value] of Object.entries(message.controls ?? {})) {
    page.querySelectorAll(`[data-last="${CSS.escape(key)}"]`).forEach((slot) => (slot.textContent = value.message));
  }
  (message.hits ?? []).forEach(({ control, number }) => feelHit(control, number));
  if (first)
    (message.rows ?? []).forEach((row) => listed.add(row.key)); // drawn already
  else listUnknown(message.rows ?? []);
  const heard = Object.keys(message.controls ?? {});
  if (first || isBusy() || heard.length === 0 || view() !== "face" || arranging() || !follows()) return;
  const key = heard[heard.length - 1];
  const control = [...page.querySelectorAll(".face .control")].find((c) =>
    key.startsWith(`${c.dataset.device}/${c.dataset.control}/`)
  );
  if (control && key !== last) {
    last = key;
    select(control);
  }
}

export function key(event) {
  if (arrangeKey(event)) return true;
  if (view() === "touch" && event.key === "Enter" && !event.target.closest?.("button, a")) {
    page.querySelector("#keep")?.click();
    return true;
  }
  return false;
}
