// A tap on a button, also while other fingers are down: of such a one browsers make no click.
const LATE = 500; // a tap so long before the page could look is not meant any more
const AFTER = 700; // a click so soon after a tap is that tap

/**
 * @param within the button, or what holds several
 * @param act is given the one that was tapped, pressed by a key or clicked
 */
export function tapped(within, selector, act) {
  const down = new Map();
  let last = -AFTER;
  const button = (target) => target?.closest?.(selector);
  within.addEventListener("pointerdown", (event) => {
    if (event.pointerType !== "mouse" && button(event.target)) down.set(event.pointerId, button(event.target));
  });
  within.addEventListener("pointercancel", (event) => down.delete(event.pointerId));
  within.addEventListener("pointerup", (event) => {
    const pressed = down.get(event.pointerId);
    down.delete(event.pointerId);
    if (!pressed) return;
    last = event.timeStamp;
    const isThere = button(document.elementFromPoint(event.clientX, event.clientY)) === pressed;
    if (isThere && performance.now() - event.timeStamp < LATE) act(pressed);
  });
  within.addEventListener("click", (event) => {
    const byKey = event.detail === 0;
    if (button(event.target) && (byKey || event.timeStamp - last > AFTER)) act(button(event.target));
  });
}
