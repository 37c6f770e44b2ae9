// One place for the keys that work on every page; a view adds its own in key(event).
const PAGES = ["/connect", "/describe", "/map", "/layouts", "/rehearse", "/check", "/perform"];

export function startKeys(actions) {
  document.addEventListener("keydown", (event) => {
    const typing = event.target.matches?.("input:not([type=range]):not([type=checkbox]), textarea, select");
    const page = actions.page();
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z" && !typing) {
      event.preventDefault();
      actions.history(event.shiftKey ? "redo" : "undo");
      return;
    }
    if (event.key === "Escape" && typing) {
      event.target.blur();
      actions.view()?.escape?.(page);
      return;
    }
    if (typing || actions.dialogOpen()) return;
    if (event.ctrlKey || event.metaKey) {
      if (actions.view()?.chord?.(event, page)) event.preventDefault();
      return;
    }
    // while something is open a stray key turns nothing round, deletes nothing and leaves no page
    if (/^([1-7iI]|Delete)$/.test(event.key) && (actions.isLearning() || actions.isOpen())) return;
    const endsLearning = event.key === "Escape" && actions.isLearning();
    if (!endsLearning && actions.view()?.key?.(event, page)) {
      event.preventDefault();
      return;
    }
    if (event.altKey || event.defaultPrevented) return;
    // in the dark no stray key may leave the set list or turn the light up
    if (actions.page().dataset.view === "perform" && /^[1-7dD]$/.test(event.key)) return;
    const global = {
      l: actions.learn,
      L: actions.learn,
      "/": actions.search,
      "?": actions.keySheet,
      t: actions.pull,
      T: actions.pull,
      w: actions.why,
      W: actions.why,
      m: actions.monitor,
      M: actions.monitor,
      d: actions.otherLight,
      D: actions.otherLight,
    }[event.key];
    if (global) {
      event.preventDefault();
      global();
    } else if (event.key === "Escape") {
      if (actions.isLearning()) actions.stopLearning();
      else actions.view()?.escape?.(page);
    } else if (/^[1-7]$/.test(event.key)) {
      location.href = PAGES[Number(event.key) - 1];
    }
  });
}
