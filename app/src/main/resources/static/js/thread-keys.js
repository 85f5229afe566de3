// A thread by keyboard: left to the parent, right to the first child, up and down to the neighbours, Enter for its own thread.
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
      return row[row.indexOf(knot) + 1];
    case "ArrowUp":
      return row[row.indexOf(knot) - 1];
    default:
      return null;
  }
}

document.addEventListener("keydown", (event) => {
  const knot = event.target.closest?.("[data-thread] .knot");
  if (!knot) return;
  if (event.key.toLowerCase() === "l") location.assign(knot.dataset.ladder);
  const next = target(knot, event.key);
  if (!next) return;
  event.preventDefault();
  next.focus();
  next.scrollIntoView({ block: "nearest", inline: "nearest" });
});

addEventListener("DOMContentLoaded", () => {
  const self = document.querySelector("[data-thread] .knot.self");
  if (!self) return;
  self.focus({ preventScroll: true });
  self.scrollIntoView({ block: "center", inline: "nearest" });
});
