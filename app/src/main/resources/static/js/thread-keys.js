// A thread by keyboard: left to the parent, right to the first child, up and down to the neighbours, Enter for its own thread,
// L for its place on the Ladder, F to fold its branch.
import { go } from "./view.js";

const knots = () => [...document.querySelectorAll("[data-thread] .knot")];
const siblings = (knot) => knots().filter((one) => one.dataset.parent === knot.dataset.parent);

function target(knot, key) {
  const row = siblings(knot);
  switch (key) {
    case "ArrowLeft":
      return document.getElementById(`knot-${knot.dataset.parent}`);
    case "ArrowRight":
      return knots().find((one) => one.dataset.parent === knot.dataset.key);
    case "ArrowDown":
      return row[row.indexOf(knot) + 1] ?? knots()[knots().indexOf(knot) + 1];
    case "ArrowUp":
      return row[row.indexOf(knot) - 1] ?? knots()[knots().indexOf(knot) - 1];
    default:
      return null;
  }
}

document.addEventListener("keydown", (event) => {
  const knot = event.target.closest?.("[data-thread] .knot");
  if (!knot || event.ctrlKey || event.metaKey || event.altKey) return;
  const key = event.key.toLowerCase();
  if (key === "l") location.assign(knot.dataset.ladder);
  if (key === "f" && knot.dataset.fold) go(knot.dataset.fold).then(() => document.getElementById(knot.id)?.focus());
  const next = target(knot, event.key);
  if (!next) return;
  event.preventDefault();
  next.focus();
  next.scrollIntoView({ block: "nearest", inline: "nearest" });
});

// One stop for Tab: the item that was walked to.
document.addEventListener("focusin", (event) => {
  const knot = event.target.closest?.("[data-thread] .knot");
  if (knot) knots().forEach((one) => one.setAttribute("tabindex", one === knot ? "0" : "-1"));
});

addEventListener("DOMContentLoaded", () => {
  const self = document.querySelector("[data-thread] .knot.self");
  if (!self) return;
  self.focus({ preventScroll: true });
  const view = self.closest("[data-thread-scroll]");
  const [box, sheet] = [self.getBoundingClientRect(), view.getBoundingClientRect()];
  view.scrollLeft += box.left + box.width / 2 - sheet.left - sheet.width / 2;
  view.scrollTop += box.top + box.height / 2 - sheet.top - sheet.height / 2;
});
