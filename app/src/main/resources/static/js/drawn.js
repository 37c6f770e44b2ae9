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
const OPENED = "form.clause:not([hidden]), details.addstage[open], details[open]:not(:has(.trouble)) form";

/** Whether somebody has opened a form here, or begun to change something in one. */
export const isOpen = () => page().querySelector(OPENED) !== null || isBegun();

/** Whether somebody is at something here, so that it must not be drawn anew under their hands. */
export const isBusy = () => isTyping() || isOpen();

/** Draws the page of a path: this one, or another of the same view. */
export const draw = (path = location.pathname + location.search) =>
  htmx.ajax("GET", path, { target: "#page", select: "#page", swap: "outerHTML" });

/** Draws the page, unless somebody is at something here, now or when it comes. */
export function drawInPassing(path = location.pathname + location.search) {
  if (!isBusy()) htmx.ajax("GET", path, { target: "#page", select: "#page", swap: "outerHTML", headers: { [PASSING]: "yes" } });
}
document.addEventListener("htmx:beforeSwap", ({ detail }) => {
  if (detail.requestConfig?.headers[PASSING] && isBusy()) detail.shouldSwap = false;
});
