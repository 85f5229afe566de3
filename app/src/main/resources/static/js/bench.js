// The bench: a sprint that is opened in place, and the row of sprints that is about to be made.
import { subjects } from "./selection.js";
import { drawLines, keepDrawn } from "./dependency-lines.js";
import { move } from "./moving.js";
import { order, planInto, sprintOf, takeOut } from "./planning.js";
import { go, placeWith } from "./view.js";

const DAY = 86_400_000;

document.addEventListener("click", (event) => {
  const row = event.target.closest?.(".opened-row");
  if (!row) return;
  if (event.target.closest("[data-take-out]")) takeOut([row.dataset.key], { sprint: sprintOf(row) });
  if (event.target.closest("[data-commit]")) planInto([row.dataset.key], { sprint: sprintOf(row) });
});

// A trough knows its sprint and not the page that it stands on: there, its name opens it, and folds it again.
document.addEventListener("click", (event) => {
  const link = event.target.closest?.("[data-opens]");
  if (!link || event.defaultPrevented || event.ctrlKey || event.metaKey || event.shiftKey || event.button) return;
  event.preventDefault();
  go(placeWith("open", link.closest(".is-open") ? "" : link.dataset.opens));
});

document.addEventListener("keydown", (event) => {
  const row = event.target.matches?.(".card-link") && event.target.closest(".opened-row");
  if (!row || event.key !== "Delete") return;
  event.preventDefault();
  takeOut(subjects(row.dataset.key), { sprint: sprintOf(row) });
});

// What is out of order is mended by one step.
document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-mend]");
  if (!button) return;
  const { mend, item, to, before } = button.dataset;
  button.closest("details").open = false;
  if (mend === "PLAN_INTO_SPRINT") planInto([item], { sprint: to });
  if (mend === "PLAN_INTO_RELEASE") planInto([item], { release: to });
  if (mend === "PUT_BEFORE_IN_SPRINT") order(to, [item], before);
  if (mend === "PUT_BEFORE") move([item], { before });
});

keepDrawn(() => {
  const svg = document.querySelector("[data-bench-lines]");
  if (!svg) return;
  const links = [...document.querySelectorAll("[data-needs]")].map(({ dataset }) => ({
    from: dataset.from,
    to: dataset.needs,
    trouble: dataset.trouble,
    words: dataset.words,
  }));
  const names = document.querySelectorAll(".trough-name > *, .trough-foot > *, .bench-team-head > *");
  drawLines(svg, (key) => [...document.querySelectorAll(`[data-band="${key}"] rect`)], links, [...names]);
});

// The days of the sprints that are about to be made, while they are being entered.
const words = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", year: "numeric", timeZone: "UTC" });

function tellDates(form) {
  const start = Date.parse(form.elements.start.value);
  const weeks = Number(form.elements.weeks.value);
  const count = Number(form.elements.count.value);
  const place = form.querySelector("[data-series-dates]");
  if (!start || !(weeks > 0) || !(count > 0)) return void (place.textContent = "");
  const span = (i) => {
    const first = start + i * weeks * 7 * DAY;
    return `${words.format(first)} – ${words.format(first + (weeks * 7 - 3) * DAY)}`;
  };
  const shown = Array.from({ length: Math.min(count, 4) }, (_, i) => span(i));
  place.textContent = shown.join("; ") + (count > 4 ? `; … until ${words.format(start + (count * weeks * 7 - 3) * DAY)}` : "");
}

["input", "toggle"].forEach((name) =>
  document.addEventListener(
    name,
    (event) => {
      const form = event.target.closest?.("[data-sprint-series]") ?? event.target.querySelector?.("[data-sprint-series]");
      if (form) tellDates(form);
    },
    true,
  ),
);
