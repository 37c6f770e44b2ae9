// A long list that is narrowed as one types, and further by chips. What a page remembers of it outlives the page's being drawn anew.

/** As many rows are shown at once; the rest follows frame by frame, so that no letter waits for a long list. */
const FIRST = 25;

/**
 * Narrows the rows of a list.
 * rows: elements with data-words; chosen: what is remembered, { words, show: Set };
 * fits(row, chosen): what a page asks beyond the words; told(count): called with how many are left; where: the field.
 * Gives narrow(), to be called when what is chosen changed otherwise, and staying(): the rows that are left, shown already or not.
 */
export function narrowing(main, rows, chosen, fits, told = () => {}, where = "#find") {
  const entries = rows.map((row) => ({ row, words: row.dataset.words ?? row.textContent.toLowerCase() }));
  const field = main.querySelector(where);
  let staying = [];
  let later = [];
  let frame = 0;
  const follow = () => {
    for (const row of later.splice(0, FIRST)) row.hidden = false;
    frame = later.length ? requestAnimationFrame(follow) : 0;
  };
  const narrow = () => {
    const words = chosen.words.toLowerCase().split(/\s+/).filter(Boolean);
    staying = [];
    later = [];
    for (const { row, words: own } of entries) {
      const stays = words.every((word) => own.includes(word)) && fits(row, chosen);
      if (stays) staying.push(row);
      if (stays && row.hidden && staying.length > FIRST) later.push(row);
      else row.hidden = !stays;
    }
    if (later.length && !frame) frame = requestAnimationFrame(follow);
    const count = staying.length;
    const counted = main.querySelector("#count");
    if (counted)
      counted.textContent =
        (count === entries.length ? count : `${count} of ${entries.length}`) +
        " " +
        (entries.length === 1 ? counted.dataset.of.replace(/s$/, "") : counted.dataset.of);
    const nothing = main.querySelector("#nothing");
    if (nothing) nothing.hidden = count > 0 || !entries.length;
    main.querySelectorAll("[data-show]").forEach((chip) => chip.setAttribute("aria-pressed", chosen.show.has(chip.dataset.show)));
    told(count);
  };
  if (field?.value) chosen.words = field.value;
  else if (field) field.value = chosen.words;
  field?.addEventListener("input", () => {
    chosen.words = field.value;
    narrow();
  });
  main.querySelectorAll("[data-show]").forEach((chip) =>
    chip.addEventListener("click", () => {
      if (!chosen.show.delete(chip.dataset.show)) chosen.show.add(chip.dataset.show);
      narrow();
    })
  );
  main.querySelector("[data-clear]")?.addEventListener("click", () => {
    chosen.words = "";
    chosen.show.clear();
    if (field) field.value = "";
    narrow();
  });
  narrow();
  return { narrow, staying: () => staying };
}

/** Goes to the next or previous row that is seen; the one at hand has aria-current. */
export function neighbour(rows, key) {
  const by = { j: 1, ArrowDown: 1, k: -1, ArrowUp: -1 }[key];
  const seen = rows.filter((row) => !row.hidden);
  const at = seen.findIndex((row) => row.hasAttribute("aria-current"));
  return by && seen[Math.max(0, Math.min(seen.length - 1, at + by))];
}

/** Shows what a row is about beside the list, and remembers it in the address. */
export function open(page, row, path) {
  history.replaceState(null, "", path);
  htmx.ajax("GET", path, { source: "#said", target: "#detail", select: "#detail", swap: "outerHTML" });
  page.querySelector("tr[aria-current]")?.removeAttribute("aria-current");
  row.setAttribute("aria-current", "true");
  row.scrollIntoView({ block: "nearest" });
}
