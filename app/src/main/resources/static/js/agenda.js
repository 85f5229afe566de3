// Walking an agenda: the keys of the meeting, and the steps of those who walk it together.
import { go, refresh, view } from "./view.js";
import { tell } from "./toasts.js";

const isOpen = () => view()?.dataset.view === "agenda";
const TOGETHER = "walk-together";

document.addEventListener(
  "change",
  (event) => event.target.matches?.("[data-walk-together]") && sessionStorage.setItem(TOGETHER, event.target.checked ? "yes" : ""),
);

function draw() {
  const box = document.querySelector("[data-walk-together]");
  if (box) box.checked = sessionStorage.getItem(TOGETHER) === "yes";
  document.querySelector(".agenda-entry.is-current")?.scrollIntoView({ block: "nearest" });
}
document.addEventListener("htmx:afterSettle", draw);
draw();

document.addEventListener("live-agenda", ({ detail }) => {
  if (!isOpen() || detail.product !== view().dataset.product) return;
  const here = document.querySelector(".agenda-entry.is-current")?.dataset.key;
  const writes = document.activeElement?.matches("input:not([type=checkbox]), textarea, select");
  if (sessionStorage.getItem(TOGETHER) === "yes" && detail.at !== here && !writes) go(`/${detail.product}/agenda?at=${detail.at}`);
  else refresh();
});

// Who walks along is told of a sizing round that begins, and joins it with one key.
let round = null;
document.addEventListener("live-round", ({ detail }) => {
  if (!isOpen() || detail.product !== view().dataset.product || sessionStorage.getItem(TOGETHER) !== "yes") return;
  const isNew = detail.stage === "PICKING" && round?.round !== detail.round;
  round = detail.stage === "PICKING" ? detail : null;
  if (isNew) tell(`${detail.item} is being sized together.`, false, [{ words: "Join (J)", run: join }]);
});
const join = () => round && location.assign(`/${round.product}/estimate?round=${round.round}`);

const keys = {
  j: () => join(),
  n: () => document.querySelector("[data-agenda-next]")?.click(),
  b: () => document.querySelector("[data-agenda-previous]")?.click(),
  c: () => document.querySelector("[data-candidate]")?.click(),
  d: () => document.querySelector("[data-agenda-decide]")?.focus(),
  q: () => document.querySelector("[data-agenda-ask]")?.focus(),
};

document.addEventListener("keydown", (event) => {
  if (
    !isOpen() ||
    event.ctrlKey ||
    event.altKey ||
    event.metaKey ||
    event.target.matches("input:not([type=checkbox]), textarea, select") ||
    event.target.closest("#menu, dialog")
  )
    return;
  const act = keys[event.key.toLowerCase()];
  if (!act) return;
  event.preventDefault();
  act();
});
