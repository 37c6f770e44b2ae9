// A device's colours: sending a value and saying what one sees.
import { post, say } from "./replies.js";

export function mountColours(main) {
  const look = main.querySelector(".look");
  if (!look) return;
  const device = encodeURIComponent(look.dataset.device);
  const form = look.querySelector("form");
  const value = look.querySelector("#lookvalue");
  const name = form.elements.name;
  const colour = form.elements.colour;
  const known = (number) => main.querySelector(`.swatch[data-value="${number}"]`);
  const go = async (number) => {
    const next = Math.max(0, Math.min(127, Number.isFinite(number) ? number : 0));
    value.value = next;
    const swatch = known(next);
    name.value = swatch?.dataset.name ?? "";
    if (swatch) colour.value = swatch.dataset.colour;
    form.setAttribute("hx-post", `/describe/${device}/palette/${next}`);
    htmx.process(form);
    sessionStorage.setItem("look", next);
    const answer = await post(`/describe/${device}/palette/show`, "value=" + next);
    if (!answer.ok) say(answer.text);
  };
  look
    .querySelectorAll("[data-look]")
    .forEach((button) => button.addEventListener("click", () => go(Number(value.value) + Number(button.dataset.look))));
  value.addEventListener("change", () => go(Number(value.value)));
  value.addEventListener("input", () => form.setAttribute("hx-post", `/describe/${device}/palette/${Number(value.value) || 0}`));
  look.addEventListener("keydown", (event) => {
    if (event.target === name || event.target === value) return;
    const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (way) {
      event.preventDefault();
      go(Number(value.value) + way);
    }
  });
  form.addEventListener(
    "htmx:afterRequest",
    (event) => event.detail.successful && sessionStorage.setItem("look", Math.min(127, Number(value.value) + 1))
  );
  main.querySelectorAll(".swatch").forEach((swatch) => swatch.addEventListener("click", () => go(Number(swatch.dataset.value))));
  value.value = sessionStorage.getItem("look") ?? 0;
  form.setAttribute("hx-post", `/describe/${device}/palette/${value.value}`);
  htmx.process(form);
  const swatch = known(value.value);
  name.value = swatch?.dataset.name ?? "";
  if (swatch) colour.value = swatch.dataset.colour;
}
