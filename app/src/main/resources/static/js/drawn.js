// Drawing the page anew: because somebody here asked for it, or in passing, because something happened elsewhere.

const page = () => document.getElementById("page");
const PASSING = "Orchard-In-Passing";

// Something is chosen or typed in a form and not sent yet.
const changed = (field) => {
  if (field.matches("select"))
    return (
      field.selectedIndex !==
      Math.max(
        0,
        [...field.options].findIndex((option) => option.defaultSelected)
      )
    );
  return field.matches("[type=checkbox], [type=radio]")
    ? field.checked !== field.defaultChecked
    : field.value !== field.defaultValue;
};
const isBegun = () =>
  [...page().querySelectorAll("form input:not([type=hidden], [type=search]), form select, form textarea")].some(changed);
const isTyping = () =>
  document.activeElement?.matches("input:not([type=checkbox]), select, textarea") && page().contains(document.activeElement);
// a form that somebody opened; one that opened by itself tells of trouble
const OPENED = ".clause:not([hidden]), details.addstage[open], details[open]:not(:has(.trouble)) form";

/** Whether somebody has opened a form here, or begun to change something in one. */
export const isOpen = () => page().querySelector(OPENED) !== null || isBegun();

// A press that began on what stands here must end on it.
let isDown = false;
document.addEventListener("pointerdown", () => (isDown = true), true);
["pointerup", "pointercancel"].forEach((type) => document.addEventListener(type, () => setTimeout(() => (isDown = false)), true));

/** Whether somebody is at something here, so that it must not be drawn anew under their hands. */
export const isBusy = () => isDown || isTyping() || isOpen();

/** Draws the page of a path: this one, or another of the same view. */
export const draw = (path = location.pathname + location.search) =>
  htmx.ajax("GET", path, { target: "#page", select: "#page", swap: "outerHTML" });

// While a request is under way the page may lead elsewhere: what is drawn in passing waits for that, and draws what is there then.
let underWay = 0;
document.addEventListener("htmx:beforeRequest", () => underWay++);
document.addEventListener("htmx:afterRequest", () => (underWay = Math.max(0, underWay - 1)));
/** Whether something was asked for that has not come. */
export const isWaiting = () => underWay > 0;

const here = () => location.pathname + location.search;
let later = 0;

/**
 * Draws the page, unless somebody is at something here, now or when it comes.
 *
 * @param path of the same page drawn otherwise, or null for what is there when it is drawn
 */
export function drawInPassing(path = null) {
  clearTimeout(later);
  if (isWaiting()) {
    later = setTimeout(() => drawInPassing(path), 100);
  } else if (!isBusy()) {
    htmx.ajax("GET", path ?? here(), { target: "#page", select: "#page", swap: "outerHTML", headers: { [PASSING]: here() } });
  }
}
document.addEventListener("htmx:beforeSwap", ({ detail }) => {
  const from = detail.requestConfig?.headers[PASSING];
  if (from && (isBusy() || from !== here())) detail.shouldSwap = false;
});
