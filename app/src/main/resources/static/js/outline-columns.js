// The columns of a table: chosen, ordered and sized, by mouse or in a list, and kept for the reader.
import { go, view } from "./view.js";
import { post } from "./server.js";
import { tell } from "./toasts.js";

const columnsNow = () =>
  [...document.querySelectorAll(".outline thead th")].map((head, at) => [
    head.dataset.col,
    document.querySelectorAll(".outline col")[at].width,
  ]);

async function keep(columns) {
  try {
    await post(document.querySelector("[data-columns-form]").dataset.url, {
      columns: columns.map(([id, width]) => `${id}:${Math.round(width)}`).join(" "),
    });
    // A saved view brings columns of its own; what is chosen now takes their place.
    const url = new URL(view().dataset.url, location.href);
    url.searchParams.delete("columns");
    await go(url.pathname + url.search, ["panel"]);
  } catch (failure) {
    tell(failure.message, true);
  }
}

function apply(form) {
  const chosen = [...form.querySelectorAll("li")].filter((line) => line.querySelector("[type=checkbox]").checked);
  return keep([
    ["title", document.querySelector(".outline col").width],
    ...chosen.map((line) => [line.dataset.columnId, line.querySelector("[type=number]").value]),
  ]);
}

// What is chosen counts at once.
document.addEventListener("change", (event) => {
  const form = event.target.closest?.("[data-columns-form]");
  if (form && !event.target.matches("[type=search]")) apply(form);
});
document.addEventListener("submit", (event) => {
  if (!event.target.matches("[data-columns-form]")) return;
  event.preventDefault();
  apply(event.target);
});
document.addEventListener("input", (event) => {
  if (!event.target.matches?.("[data-columns-find]")) return;
  const wanted = event.target.value.trim().toLowerCase();
  event.target.form.querySelectorAll("li").forEach((line) => (line.hidden = !line.textContent.toLowerCase().includes(wanted)));
});

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-column-up], [data-column-down]");
  if (!button) return;
  const line = button.closest("li");
  if (button.matches("[data-column-up]")) line.previousElementSibling?.before(line);
  else line.nextElementSibling?.after(line);
  button.focus();
  apply(button.form);
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
  const [moved] = columns.splice(
    columns.findIndex(([id]) => id === head.dataset.col),
    1,
  );
  columns.splice(
    columns.findIndex(([id]) => id === over.dataset.col),
    0,
    moved,
  );
  keep(columns);
});
document.addEventListener("dragend", () => (head = null));
