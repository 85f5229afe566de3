// Picking from a chart of dots: a frame drawn round some selects their items, the table beside it does the same by keyboard, and
// what is picked goes into the order.
import { clearSelection, select, selection } from "./selection.js";
import { move } from "./moving.js";

const chart = () => document.querySelector("[data-frame]");
let start = null;

function placeIn(svg, event) {
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
  return { x: at.x, y: at.y };
}

const boxOf = (from, to) => ({
  x: Math.min(from.x, to.x),
  y: Math.min(from.y, to.y),
  width: Math.abs(from.x - to.x),
  height: Math.abs(from.y - to.y),
});

function draw() {
  if (!chart()) return;
  const keys = selection();
  const dots = [...chart().querySelectorAll("[data-dot]")];
  dots.forEach((dot) => dot.classList.toggle("is-chosen", keys.includes(dot.dataset.dot)));
  document.querySelectorAll("[data-scatter-pick]").forEach((box) => (box.checked = keys.includes(box.value)));
  const chosen = dots.filter((dot) => keys.includes(dot.dataset.dot));
  document.querySelector("[data-scatter-acts]").hidden = !chosen.length;
  document.querySelector("[data-scatter-count]").textContent = `${chosen.length} picked.`;
}

document.addEventListener("pointerdown", (event) => {
  if (!event.target.closest?.("[data-frame]") || event.button) return;
  event.preventDefault();
  start = { at: placeIn(chart(), event), link: event.target.closest("[data-dot]") };
});

document.addEventListener("pointermove", (event) => {
  if (!start || !chart()) return;
  const box = boxOf(start.at, placeIn(chart(), event));
  for (const [name, value] of Object.entries(box)) chart().querySelector("[data-frame-box]").setAttribute(name, value);
});

document.addEventListener("pointerup", (event) => {
  if (!start || !chart()) return;
  const box = boxOf(start.at, placeIn(chart(), event));
  const { link } = start;
  start = null;
  ["width", "height"].forEach((name) => chart().querySelector("[data-frame-box]").setAttribute(name, 0));
  if (box.width < 4 && box.height < 4) return link ? undefined : clearSelection();
  clearSelection();
  for (const dot of chart().querySelectorAll("[data-dot]")) {
    const circle = dot.querySelector("circle");
    const [x, y] = [circle.cx.baseVal.value, circle.cy.baseVal.value];
    if (x >= box.x && x <= box.x + box.width && y >= box.y && y <= box.y + box.height) select(dot.dataset.dot, true);
  }
  chart().addEventListener("click", (click) => click.preventDefault(), { once: true, capture: true });
});

document.addEventListener(
  "change",
  (event) => event.target.matches?.("[data-scatter-pick]") && select(event.target.value, event.target.checked),
);

document.addEventListener("click", async (event) => {
  const button = event.target.closest?.("[data-put]");
  if (!button) return;
  const where = button.dataset.put === "first" ? { position: 1 } : { position: document.querySelector("[data-put-position]").value };
  await move(selection(), where);
});

document.addEventListener("selection-changed", draw);
document.addEventListener("htmx:afterSettle", draw);
