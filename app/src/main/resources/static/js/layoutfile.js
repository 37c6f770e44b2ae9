// A layout file that is looked at: one press takes what is nearest, one more all of it.
export function mount(main) {
  const buttons = [...main.querySelectorAll("[data-take]")];
  const take = (some) => {
    const selects = some.map((button) => {
      const select = button.closest("tr").querySelector("select");
      select.value = button.dataset.take;
      return select;
    });
    selects[0]?.dispatchEvent(new Event("change", { bubbles: true }));
  };
  buttons.forEach((button) => button.addEventListener("click", () => take([button])));
  main.querySelector("#takenearest")?.addEventListener("click", () => take(buttons));
}
