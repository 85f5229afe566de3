// Puts the cards and heads of columns that came with a change into an open Ladder, so that it need not fetch itself anew. A page
// that is narrowed down looks for itself, since the change may have brought cards in or taken some out.
import { withPieces } from "./live.js";
import { put } from "./putting.js";
import { drawPicked, refresh, view } from "./view.js";

const columns = () => [...document.querySelectorAll("[data-column]")];

function putHead(column, html) {
  const head = column.querySelector(".column-head");
  if (head && html !== undefined) put(head, html, { morphStyle: "innerHTML" });
}

withPieces(({ items, drawn, operation }) => {
  const page = view();
  if (page?.dataset.view !== "ladder" || page.dataset.narrow) return false;
  for (const [key, html] of Object.entries(drawn.cards)) {
    const card = document.getElementById(`card-${key}`);
    if (card) put(card, html);
  }
  for (const column of columns()) putHead(column, drawn.heads[column.dataset.parent || `${page.dataset.product}/${column.dataset.column}`]);
  for (const step of document.querySelectorAll("[data-rung]")) {
    const percent = drawn.rail[`${page.dataset.product}/${step.dataset.rung}`];
    if (percent) step.textContent = percent;
  }
  drawPicked();
  const panel = document.querySelector("#side-panel .item-panel")?.dataset.key;
  if (items.includes(panel)) refresh(columns().map((column) => column.dataset.column));
  document.dispatchEvent(new CustomEvent("pieces-put", { detail: operation }));
  return true;
});
