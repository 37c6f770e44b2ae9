// The one dialog: search, keys, why.
const dialog = document.getElementById("dialog");
export function show(title, fill) {
  document.getElementById("dialogtitle").textContent = title;
  const body = document.getElementById("dialogbody");
  body.replaceChildren();
  fill(body);
  bootstrap.Modal.getOrCreateInstance(dialog).show();
}
export const dialogOpen = () => dialog.classList.contains("show");
dialog.addEventListener("shown.bs.modal", () => dialog.querySelector("input, a, button")?.focus());

export function search() {
  show("Search", (body) => {
    const results = document.createElement("div");
    const input = Object.assign(document.createElement("input"), {
      type: "search",
      className: "form-control",
      placeholder: "A device, a control, a parameter …",
    });
    input.setAttribute("aria-label", "Search everything");
    const look = () =>
      htmx.ajax("GET", "/search?q=" + encodeURIComponent(input.value), { source: "#dialog", target: results, swap: "innerHTML" });
    let soon = 0;
    input.addEventListener("input", () => {
      clearTimeout(soon);
      soon = setTimeout(look, 120);
    });
    input.addEventListener("keydown", (event) => event.key === "Enter" && results.querySelector("a")?.click());
    body.append(input, results);
    look();
  });
}
export const keySheet = () => show("Keys", (body) => body.append(document.getElementById("keysheet").content.cloneNode(true)));
export function why(trace) {
  show("Why?", (body) => htmx.ajax("GET", "/why/" + trace, { source: "#dialog", target: body, swap: "innerHTML" }));
}

document.addEventListener("click", (event) => {
  const opener = event.target.closest?.("[data-dialog]");
  if (opener)
    show(opener.dataset.dialogTitle, (body) =>
      htmx.ajax("GET", opener.dataset.dialog, { source: "#dialog", target: body, swap: "innerHTML" })
    );
});
