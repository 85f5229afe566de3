// The daily meeting: the board is walked card by card or person by person, in everybody's browser at once.
import { boardUrl, page } from "./board.js";
import { post } from "./server.js";
import { tell } from "./toasts.js";
import { view } from "./view.js";

let walking = null;

const bar = () => document.querySelector("[data-walk-bar]");
const columnOf = (card) => card.closest("[data-board-cell]").dataset.boardColumn;
const columns = () => [...document.querySelectorAll("[data-head]")].map((one) => one.dataset.head);

/** What is done is not talked about; the rest from the right, or by person. */
function cards(by) {
  const all = [...document.querySelectorAll(".board .board-card")];
  const places = columns();
  const last = places.at(-1);
  const open = places.length > 1 ? all.filter((card) => columnOf(card) !== last) : all;
  const place = (card) => places.indexOf(columnOf(card));
  const person = (card) => card.querySelector(".person")?.title ?? "\uffff";
  return by === "people"
    ? open.sort((one, other) => person(one).localeCompare(person(other)) || place(other) - place(one))
    : open.sort((one, other) => place(other) - place(one));
}

function mark() {
  document.querySelectorAll(".is-walked").forEach((one) => one.classList.remove("is-walked"));
  document.body.classList.toggle("walking", walking !== null);
  if (bar()) bar().hidden = walking === null;
  if (!walking) return;
  const card = document.getElementById(`card-${walking.key}`);
  card?.classList.add("is-walked");
  if (walking.moved) card?.scrollIntoView({ block: "nearest", inline: "nearest" });
  walking.moved = false;
}

async function show(key, by) {
  walking = { key, by, moved: true };
  mark();
  const answer = await fetch(`${boardUrl()}/walk?key=${key}`, { headers: { "HX-Request": "true" } }).catch(() => null);
  const text = answer?.ok ? await answer.text() : "";
  const place = document.querySelector("[data-walk-place]");
  if (walking?.key === key && place) place.innerHTML = text;
  const choice = document.querySelector("[data-walk-by]");
  if (choice) choice.value = by;
}

function end() {
  walking = null;
  mark();
}

const announce = (values) => post(`${boardUrl()}/walk`, { ...values, from: page }).catch((failure) => tell(failure.message, true));

function go(by, step) {
  const all = cards(by);
  if (!all.length) return tell("Nothing is under way on this board.");
  const now = all.findIndex((card) => card.dataset.key === walking?.key);
  const next = all[now < 0 ? 0 : now + step];
  if (!next) {
    tell(step > 0 ? "That was the last card." : "This is the first card.");
    return;
  }
  show(next.dataset.key, by);
  announce({ key: next.dataset.key, by });
}

const by = () => document.querySelector("[data-walk-by]")?.value ?? "cards";

function finish() {
  end();
  announce({});
}

document.addEventListener("click", (event) => {
  if (event.target.closest?.("[data-walk]")) {
    go(by(), 1);
    document.querySelector('[data-walk-step="1"]')?.focus();
  }
  const step = event.target.closest?.("[data-walk-step]");
  if (step) go(by(), Number(step.dataset.walkStep));
  if (event.target.closest?.("[data-walk-end]")) finish();
});

document.addEventListener("change", (event) => {
  if (!event.target.matches?.("[data-walk-by]")) return;
  walking = walking && { ...walking, key: "" };
  go(event.target.value, 1);
});

// Right and left go on and back, Esc ends it.
document.addEventListener(
  "keydown",
  (event) => {
    if (!walking || event.altKey || event.ctrlKey || event.metaKey || event.target.matches("input, select, textarea")) return;
    const step = { ArrowRight: 1, ArrowLeft: -1, PageDown: 1, PageUp: -1 }[event.key];
    if (!step && event.key !== "Escape") return;
    event.preventDefault();
    event.stopPropagation();
    if (step) go(by(), step);
    else finish();
  },
  true,
);

document.addEventListener("live-board", ({ detail }) => {
  const { team, what, keys, by: how, from, name } = detail;
  if (what !== "walk" || team !== view()?.dataset.team || from === page) return;
  if (!keys) {
    if (walking) tell(`${name} ended the walk.`);
    return end();
  }
  if (!walking) tell(`${name} walks the board.`);
  show(keys, how);
});

document.addEventListener("htmx:afterSettle", () => walking && show(walking.key, walking.by));
