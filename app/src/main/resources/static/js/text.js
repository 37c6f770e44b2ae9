// Sentences as text: what would change is shown while one writes, and what may follow is offered at the caret.
const WAIT = 300;
let area;
let room; // where they lie; what has an id may not be moved by a style
let offers;
let begun = "";
let waiting = 0;
let asked = 0;
let answered = 0;
let takes = false; // the first offer is wanted, and is on its way
let looked = 0;

export function mount(main) {
  main.querySelector("#textset").addEventListener("change", (event) => {
    location.href = "/map/text?of=" + encodeURIComponent(event.target.value);
  });
  main.querySelector("#textback").addEventListener("click", () => {
    area.value = begun;
    area.focus();
    look();
  });
  mountText(main.querySelector(".textform"));
  if (area.value === "") area.focus();
  look();
}

/** A form in which sentences are written, wherever it stands. */
export function mountText(form) {
  area = form.querySelector("#sentencetext");
  room = form.querySelector(".offers");
  offers = form.querySelector("#offers");
  begun = area.value;
  form.elements.begun.value = begun;
  document.getElementById("textlook").addEventListener("click", (event) => {
    const place = event.target.closest("[data-line]");
    if (place) show(Number(place.dataset.line), Number(place.dataset.column));
  });
  offers.addEventListener("mousedown", (event) => {
    event.preventDefault();
    const option = event.target.closest("[role=option]");
    if (option) insert(option);
  });
  area.addEventListener("keydown", typed);
  area.addEventListener("blur", close);
  area.addEventListener("input", () => {
    clearTimeout(waiting);
    waiting = setTimeout(look, WAIT);
    ask(false);
  });
}

function typed(event) {
  const options = [...offers.children];
  const at = options.findIndex((option) => option.getAttribute("aria-selected") === "true");
  if (event.key === "Enter" && event.ctrlKey) {
    event.preventDefault();
    area.form.requestSubmit();
  } else if (event.key === " " && event.ctrlKey) {
    event.preventDefault();
    ask(true);
  } else if (room.hidden) {
    return;
  } else if (event.key === "ArrowDown" || event.key === "ArrowUp") {
    event.preventDefault();
    const next = (at + (event.key === "ArrowDown" ? 1 : -1) + options.length) % options.length;
    options.forEach((option, i) => option.setAttribute("aria-selected", i === next));
    options[next].scrollIntoView({ block: "nearest" });
    area.setAttribute("aria-activedescendant", options[next].id);
  } else if (event.key === "Tab" && answered !== asked) {
    event.preventDefault();
    takes = true;
  } else if (event.key === "Tab" || (event.key === "Enter" && at >= 0)) {
    event.preventDefault();
    insert(options[Math.max(0, at)]);
  } else if (event.key === "Escape") {
    event.preventDefault();
    event.stopPropagation();
    close();
  }
}

function insert(option) {
  const from = Number(option.dataset.from);
  const text = option.textContent;
  const space = /^[,.;)]/.test(text) || /[\s(]$|^$/.test(area.value.slice(0, from)) ? "" : " ";
  area.setSelectionRange(from, area.selectionEnd);
  // as if it were typed: the browser's own undo takes it back
  document.execCommand("insertText", false, space + text + (text === "." ? "\n" : " "));
}

function close() {
  answered = ++asked;
  takes = false;
  room.hidden = true;
  area.removeAttribute("aria-activedescendant");
}

async function send(path, body) {
  const headers = {
    ...JSON.parse(document.body.getAttribute("hx-headers")),
    "Content-Type": "application/x-www-form-urlencoded",
  };
  const response = await fetch(path, { method: "POST", headers, body: new URLSearchParams(body) });
  return response.ok ? response.text() : "";
}

/** Asks what may follow; by itself only while a word or a name is being written. */
async function ask(always) {
  const mine = ++asked;
  const caret = area.selectionStart;
  const before = area.value.slice(0, caret);
  const line = before.slice(before.lastIndexOf("\n") + 1);
  const isName = (line.match(/["“”]/g) ?? []).length % 2 === 1;
  if (!always && !isName && !/[a-z]$/i.test(line)) return close();
  const from = Math.max(0, caret - 20000);
  const html = await send("/map/text/offers", { text: area.value.slice(from, caret), caret: caret - from });
  if (mine !== asked) return;
  answered = mine;
  offers.innerHTML = html;
  offers.querySelectorAll("[data-from]").forEach((option) => (option.dataset.from = Number(option.dataset.from) + from));
  const only = offers.children.length === 1 && before.toLowerCase().endsWith(offers.textContent.toLowerCase());
  room.hidden = !offers.children.length || only;
  place(caret);
  if (takes && !room.hidden) insert(offers.firstElementChild);
  takes = false;
}

/** Where the part of the page ends in which something is to be seen. */
function clip(element) {
  let parent = element.parentElement;
  while (parent !== document.body && getComputedStyle(parent).overflowY === "visible") parent = parent.parentElement;
  const { top, bottom } = parent.getBoundingClientRect();
  return { top: Math.max(0, top), bottom: Math.min(innerHeight, bottom) };
}

/** Puts what is offered under the caret. */
function place(caret) {
  const mirror = document.createElement("div");
  const style = getComputedStyle(area);
  for (const name of ["font", "padding", "border", "lineHeight", "letterSpacing"]) mirror.style[name] = style[name];
  mirror.className = "textmirror";
  mirror.style.width = area.clientWidth + "px";
  mirror.textContent = area.value.slice(0, caret);
  const mark = document.createElement("span");
  mark.textContent = "|";
  mirror.append(mark);
  area.parentElement.append(mirror);
  const top = mark.offsetTop - area.scrollTop + mark.offsetHeight;
  const bounds = area.getBoundingClientRect();
  const seen = clip(area);
  const below = seen.bottom - bounds.top - top;
  const isAbove = below < room.offsetHeight && bounds.top + top - mark.offsetHeight - seen.top > below;
  room.style.left = Math.max(0, Math.min(mark.offsetLeft, area.clientWidth - room.offsetWidth - 8)) + "px";
  room.style.top = (isAbove ? top - mark.offsetHeight - room.offsetHeight : top) + "px";
  mirror.remove();
}

async function look() {
  const mine = ++looked;
  const looking = document.getElementById("textlook");
  const html = await send("/map/text/look", { text: area.value, begun, ids: area.form.elements.ids.value });
  if (mine !== looked || !looking) return;
  looking.innerHTML = html;
  const count = Number(looking.querySelector("#textcount")?.dataset.count ?? 0);
  const button = document.getElementById("maketext");
  button.disabled = count === 0;
  button.firstChild.textContent =
    count === 0 ? "Nothing to change " : count === 1 ? "Make this change " : `Make these ${count} changes `;
}

/** Puts the caret to a place. */
function show(line, column) {
  const lines = area.value.split("\n");
  const at = lines.slice(0, line - 1).reduce((sum, one) => sum + one.length + 1, 0) + column - 1;
  area.focus();
  area.setSelectionRange(at, Math.min(at + 1, area.value.length));
  area.scrollTop = Math.max(0, (line - 4) * parseFloat(getComputedStyle(area).lineHeight));
}

/** What stands at a place is to be written anew: what may stand there is offered. */
export function rewrite(from, to) {
  area.focus();
  area.setSelectionRange(from, to);
  ask(true);
}

export function escape() {
  close();
}
