// The outline draws a stretch of its rows; the next one is fetched before it comes into sight. Its columns are chosen, ordered
// and sized here, and kept for the reader.
import { go, refresh, view } from "./view.js";
import { post } from "./server.js";
import { tell } from "./toasts.js";

const ROW = 30;
const BEFORE = 45;
const NEAR = 25;

export const scroller = () => document.querySelector("[data-outline-scroll]");
let wantedFrom = null;

/** From which row on the outline is to be drawn, as a parameter of its address. */
export function outlineFrom() {
  const place = scroller();
  return place ? { from: wantedFrom ?? place.dataset.from } : {};
}

async function fetchNear() {
  const place = scroller();
  if (!place || wantedFrom !== null) return;
  const from = Number(place.dataset.from);
  const count = Number(place.dataset.count);
  const drawn = place.querySelectorAll(".item-row").length;
  const first = Math.floor(place.scrollTop / ROW);
  const last = first + Math.ceil(place.clientHeight / ROW);
  const short = (first - from < NEAR && from > 0) || (from + drawn - last < NEAR && from + drawn < count);
  if (!short) return;
  wantedFrom = Math.max(0, first - BEFORE);
  if (wantedFrom === from) return void (wantedFrom = null);
  // Other rows altogether: they are put in place, which is quicker than comparing them with those that were there.
  if (place.querySelector("[data-field-form]")) await refresh(["panel"]);
  else await fetchRows(place);
  wantedFrom = null;
  fetchNear();
}

async function fetchRows(place) {
  const url = `${view().dataset.url}&from=${wantedFrom}&kept=panel`;
  const answer = await fetch(url, { headers: { "HX-Request": "true" } }).catch(() => null);
  if (!answer?.ok || !place.isConnected) return;
  const fresh = new DOMParser().parseFromString(await answer.text(), "text/html").querySelector("[data-outline-scroll]");
  if (!fresh || place.querySelector("[data-field-form]")) return;
  place.querySelector("[data-rows]").replaceWith(fresh.querySelector("[data-rows]"));
  place.dataset.from = fresh.dataset.from;
  place.dataset.count = fresh.dataset.count;
  place.dispatchEvent(new CustomEvent("rows-fetched", { bubbles: true }));
}

document.addEventListener("scroll", (event) => event.target.matches?.("[data-outline-scroll]") && requestAnimationFrame(fetchNear), true);

document.addEventListener("change", (event) => {
  if (event.target.matches?.("[data-go-to]")) go(event.target.value, ["panel"]);
});

// Columns
const columnsNow = () =>
  [...document.querySelectorAll(".outline thead th")].map((head, at) => [head.dataset.col, document.querySelectorAll(".outline col")[at].width]);

async function keep(columns) {
  try {
    await post(`/${view().dataset.product}/outline/columns`, { columns: columns.map(([id, width]) => `${id}:${Math.round(width)}`).join(" ") });
    await refresh(["panel"]);
  } catch (failure) {
    tell(failure.message, true);
  }
}

document.addEventListener("submit", (event) => {
  if (!event.target.matches("[data-columns-form]")) return;
  event.preventDefault();
  const chosen = [...event.target.querySelectorAll("li")].filter((line) => line.querySelector("[type=checkbox]").checked);
  keep([["title", document.querySelector(".outline col").width], ...chosen.map((line) => [line.dataset.columnId, line.querySelector("[type=number]").value])]);
  event.target.closest("details").removeAttribute("open");
});

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-column-up], [data-column-down]");
  if (!button) return;
  const line = button.closest("li");
  if (button.matches("[data-column-up]")) line.previousElementSibling?.before(line);
  else line.nextElementSibling?.after(line);
  button.focus();
});

let sizing = null;
document.addEventListener("pointerdown", (event) => {
  const head = event.target.closest?.("[data-grip]")?.parentElement;
  if (!head) return;
  event.preventDefault();
  const col = document.querySelectorAll(".outline col")[[...head.parentElement.children].indexOf(head)];
  sizing = { col, start: event.clientX, width: Number(col.width) };
});
document.addEventListener("pointermove", (event) => {
  if (sizing) sizing.col.width = Math.max(48, Math.min(900, sizing.width + event.clientX - sizing.start));
});
document.addEventListener("pointerup", () => {
  if (sizing && Number(sizing.col.width) !== sizing.width) keep(columnsNow());
  sizing = null;
});

let head = null;
document.addEventListener("dragstart", (event) => {
  head = event.target.closest?.(".outline thead th");
  if (sizing) event.preventDefault();
});
const headUnder = (event) => head && event.target.closest?.(".outline thead th:not(:first-child)");
document.addEventListener("dragover", (event) => {
  document.querySelectorAll("th.drop-before").forEach((one) => one.classList.remove("drop-before"));
  const over = headUnder(event);
  if (!over) return;
  event.preventDefault();
  over.classList.add("drop-before");
});
document.addEventListener("drop", (event) => {
  const over = headUnder(event);
  if (!over || over === head) return;
  event.preventDefault();
  const columns = columnsNow();
  const [moved] = columns.splice(columns.findIndex(([id]) => id === head.dataset.col), 1);
  columns.splice(columns.findIndex(([id]) => id === over.dataset.col), 0, moved);
  keep(columns);
});
document.addEventListener("dragend", () => (head = null));
