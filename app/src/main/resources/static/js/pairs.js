// Pairs: what is picked first on one side goes with what is picked first on the other.
let page;
let last = {};
const picked = { control: [], parameter: [] };

export function mount(main) {
  page = main;
  picked.control = [];
  picked.parameter = [];
  last = {};
  main.querySelectorAll(".picks").forEach((side) => {
    const name = side.dataset.name;
    const picks = [...side.querySelectorAll(".pick")];
    side.querySelector("input").addEventListener("input", (event) => {
      const words = event.target.value.toLowerCase().split(/\s+/).filter(Boolean);
      picks.forEach((pick) => (pick.hidden = !words.every((word) => pick.dataset.words.includes(word))));
      side.querySelectorAll(".bundle").forEach((bundle) => (bundle.hidden = !bundle.querySelector(".pick:not([hidden])")));
    });
    side.addEventListener("click", (event) => {
      const pick = event.target.closest(".pick");
      if (!pick) return;
      const seen = picks.filter((one) => !one.hidden);
      const from = event.shiftKey && last[name] ? seen.indexOf(last[name]) : -1;
      if (from >= 0) {
        const to = seen.indexOf(pick);
        const run = seen.slice(Math.min(from, to), Math.max(from, to) + 1);
        for (const one of from < to ? run : run.reverse()) if (!picked[name].includes(one)) picked[name].push(one);
      } else if (picked[name].includes(pick)) {
        picked[name] = picked[name].filter((one) => one !== pick);
      } else {
        picked[name].push(pick);
      }
      last[name] = pick;
      draw();
    });
  });
  main.querySelector("[data-forget]").addEventListener("click", escape);
  draw();
}

function draw() {
  const { control, parameter } = picked;
  const inputs = [];
  for (const name of ["control", "parameter"]) {
    page.querySelectorAll(`[data-name="${name}"] .pick`).forEach((pick) => {
      const at = picked[name].indexOf(pick);
      pick.setAttribute("aria-pressed", at >= 0);
      pick.querySelector(".nth").textContent = at >= 0 ? at + 1 : "";
    });
    picked[name].forEach((pick) =>
      inputs.push(Object.assign(document.createElement("input"), { type: "hidden", name, value: pick.dataset.value }))
    );
  }
  page.querySelector("#picked").replaceChildren(...inputs);
  const pairs = Math.min(control.length, parameter.length);
  const over = Math.abs(control.length - parameter.length);
  const side = control.length > parameter.length ? "control" : "parameter";
  page.querySelector("#makepairs").disabled = pairs === 0;
  page.querySelector("#pairsay").textContent =
    !control.length && !parameter.length
      ? "Nothing is picked yet."
      : `${pairs} ${pairs === 1 ? "pair" : "pairs"}` +
        (over ? `; ${over} ${side}${over === 1 ? "" : "s"} without a partner` : "");
}

export function escape() {
  picked.control = [];
  picked.parameter = [];
  draw();
}
