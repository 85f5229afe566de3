// The Ladder view by keyboard alone; the list under "?" names the keys.
import { clearSelection, select, subjects, takeUp, taken } from "./selection.js";
import { move } from "./moving.js";
import { columnsUpTo, go, placeOf } from "./view.js";
import { holdKeys } from "./typing-ahead.js";

const link = (card) => card?.querySelector(".card-link");
const columnOf = (card) => card.closest("[data-column], [data-rows]") ?? card.parentElement;
const focusCard = (card) => {
  link(card)?.focus();
  card?.scrollIntoView({ block: "nearest" });
};

function beside(card, step) {
  let next = step > 0 ? card.nextElementSibling : card.previousElementSibling;
  while (next && !next.matches(".item-card")) next = step > 0 ? next.nextElementSibling : next.previousElementSibling;
  return next;
}

async function pick(card) {
  if (!card.classList.contains("is-picked")) await go(placeOf(card.dataset.key), columnsUpTo(card));
  return document.getElementById(card.id);
}

async function goIn(card) {
  const picked = await pick(card);
  // A card of the tray leads to its page, where it stands no more.
  const next = picked && columnOf(picked)?.nextElementSibling;
  if (!next?.matches("[data-column]")) return;
  if (next.querySelector(".item-card")) focusCard(next.querySelector(".item-card.is-picked") ?? next.querySelector(".item-card"));
  else next.querySelector("[data-add] [name=title]")?.focus();
}

function goOut(card) {
  const before = columnOf(card).previousElementSibling;
  if (before?.matches("[data-column]")) focusCard(before.querySelector(".item-card.is-picked") ?? before.querySelector(".item-card"));
}

function addSibling(card) {
  const form = columnOf(card).querySelector("[data-add]");
  if (!form) return;
  form.dataset.after = card.dataset.key;
  form.elements.title.focus();
}

function addChild(card) {
  return holdKeys(pick(card).then(() => document.querySelector(`[data-add-under="${card.dataset.key}"] [name=title]`)));
}

function step(card, by, extend) {
  const next = beside(card, by);
  if (!next) return;
  if (extend) {
    select(card.dataset.key, true);
    select(next.dataset.key, true);
  }
  focusCard(next);
}

const plain = {
  ArrowDown: (card, event) => step(card, 1, event.shiftKey),
  ArrowUp: (card, event) => step(card, -1, event.shiftKey),
  ArrowRight: goIn,
  ArrowLeft: goOut,
  Enter: (card, event) => (event.shiftKey ? addChild(card) : addSibling(card)),
  " ": (card) => select(card.dataset.key),
  Escape: () => clearSelection(),
};
const withAlt = {
  ArrowUp: (card) => move(subjects(card.dataset.key), { to: "up" }),
  ArrowDown: (card) => move(subjects(card.dataset.key), { to: "down" }),
  Home: (card) => move(subjects(card.dataset.key), { to: "first" }),
  End: (card) => move(subjects(card.dataset.key), { to: "last" }),
};
const withCtrl = {
  x: (card) => takeUp(subjects(card.dataset.key)),
  v: async (card) => {
    if (!taken().length) return;
    await move(taken(), { under: card.dataset.key });
    clearSelection();
  },
};

document.addEventListener("keydown", (event) => {
  const card = event.target.matches?.(".card-link") && event.target.closest(".item-card");
  if (!card) return;
  const keys = event.ctrlKey || event.metaKey ? withCtrl : event.altKey ? withAlt : plain;
  const action = keys[event.key.length === 1 ? event.key.toLowerCase() : event.key];
  if (!action) return;
  event.preventDefault();
  event.stopPropagation();
  action(card, event);
});

// What has a click of its own inside a card.
const CONTROLS = "button, a, form, summary, select, label, #menu";

document.addEventListener(
  "click",
  (event) => {
    const selects = event.ctrlKey || event.metaKey || event.shiftKey;
    const within = selects ? ".item-card" : ".card-link, .outline td";
    const card = event.target.closest?.(within)?.closest(".item-card");
    if (
      card?.matches(".item-row, .item-card") &&
      event.target.closest(card.matches(".item-row") || selects ? "form, .turn, input, select, textarea" : "form")
    )
      return;
    if (card?.matches(".item-row") && !selects && event.target.closest("button")) return;
    if (card && (event.ctrlKey || event.metaKey || event.shiftKey)) {
      event.preventDefault();
      event.stopPropagation();
      if (event.shiftKey) selectRange(card);
      else select(card.dataset.key);
      last = card.dataset.key;
    } else if (card) {
      last = card.dataset.key;
    } else if (event.target.closest?.("li.item-card:not(.tray-card)") && !event.target.closest(CONTROLS)) {
      link(event.target.closest(".item-card")).click();
    }
  },
  true,
);

let last = "";
function selectRange(card) {
  const cards = [...columnOf(card).querySelectorAll(".item-card")];
  const from = cards.findIndex((one) => one.dataset.key === last);
  const to = cards.indexOf(card);
  cards.slice(Math.min(from < 0 ? to : from, to), Math.max(from, to) + 1).forEach((one) => select(one.dataset.key, true));
}
