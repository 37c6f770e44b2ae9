// Keys typed by touch: they are listened to, and stand as text where they are typed again. What they mean Java says.
const heldOf = (event) => {
  if (event.getModifierState("AltGraph")) return "-"; // it only chooses another character
  const held = [
    ["ctrl", event.ctrlKey],
    ["alt", event.altKey],
    ["super", event.metaKey],
  ];
  const shifts = event.shiftKey && (event.key.length > 1 || event.ctrlKey || event.altKey || event.metaKey);
  return (
    [...held, ["shift", shifts]]
      .filter(([, down]) => down)
      .map(([name]) => name)
      .join(",") || "-"
  );
};

/** Listens until the button is pressed again, or leaves the page. */
export function listen(button) {
  const field = button.closest(".keystrokes").querySelector("textarea");
  const keys = [];
  const hear = (event) => {
    if (!button.isConnected) return end();
    event.preventDefault();
    event.stopImmediatePropagation();
    if (event.type !== "keydown" || event.repeat || ["Control", "Shift", "Alt", "Meta", "AltGraph"].includes(event.key)) return;
    keys.push(`${Math.round(event.timeStamp)} ${heldOf(event)} ${event.key}`);
    button.textContent = `Listening: ${keys.length}. Press to end`;
  };
  const end = async () => {
    ["keydown", "keyup", "keypress"].forEach((type) => window.removeEventListener(type, hear, true));
    button.setAttribute("aria-pressed", "false");
    button.textContent = "Listen";
    if (!keys.length || !field.isConnected) return;
    const query = new URLSearchParams([["before", field.value], ...keys.map((key) => ["key", key])]);
    const answer = await fetch("/map/keys?" + query);
    if (answer.ok) field.value = await answer.text();
    field.dispatchEvent(new Event("change", { bubbles: true }));
    field.focus();
  };
  button.end = end;
  button.setAttribute("aria-pressed", "true");
  button.textContent = "Listening … Press to end";
  button.blur();
  ["keydown", "keyup", "keypress"].forEach((type) => window.addEventListener(type, hear, true));
}
