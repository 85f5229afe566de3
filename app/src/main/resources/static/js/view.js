// Keeps the open view true: what is being typed survives a refresh, failures are told, focus finds its way back.
import { drawSelection } from "./selection.js";
import { bringBack, hasWaiting, put } from "./putting.js";
import { tell } from "./toasts.js";
import { hasUnsaved } from "./typed.js";

// What is fetched goes into the page by one rule for all fields that somebody is typing into.
let going = false;
let leaves = false;
htmx.defineExtension("morph", {
  isInlineSwap: (style) => style.startsWith("morph"),
  handleSwap: (style, target, fragment) => style.startsWith("morph") && put(target, fragment, { leaving: leaves }),
});

// One load of the view at a time: whatever is wanted meanwhile, the last wish is loaded after it, so that no late answer
// brings an earlier place back.
export const view = () => document.getElementById("view");
let wanted = null;
let kept = [];
let loading = null;
let again = false;

const parameters = [];

/** Lets a kind of view say what it has drawn: parameters that its address does not hold. */
export const withParameters = (give) => parameters.push(give);

async function loadUntilTrue() {
  do {
    again = false;
    const values = {
      ...shown(),
      ...Object.assign({}, ...parameters.map((give) => give())),
      ...(kept.length ? { kept: kept.join(",") } : {}),
    };
    kept = [];
    leaves = going;
    going = false;
    await htmx
      .ajax("GET", wanted ?? view().dataset.url, { source: "#view", target: "#view", swap: "morph:outerHTML", values })
      .catch(() => {});
  } while (again);
}

export const isLoading = () => loading !== null;

function load() {
  if (loading) again = true;
  loading ??= loadUntilTrue().finally(() => (loading = null));
  return loading;
}

/** Opens a place of the current view; the columns named stay as they are drawn. */
export function go(url, columns = []) {
  const { at } = Object.fromEntries(new URL(url, location.href).searchParams);
  const column = columns.length ? document.getElementById(`column-${columns.at(-1)}`) : null;
  if (column && at) drawPicked([at], column);
  // What stays may not be true any more once something else is being loaded.
  kept = loading ? [] : columns;
  wanted = url;
  going = true;
  history.pushState({}, "", url);
  return load();
}

/** Fetches the current view anew; only what differs is drawn again, and columns known to be as they were not at all. */
export function refresh(columns = []) {
  kept = loading ? [] : columns;
  return view()?.dataset.url ? load() : Promise.resolve();
}

/** Brings back what an undo changed: a page that is not fetched in parts, such as a set-up, is fetched anew. */
export const refreshAll = () => (view()?.dataset.url ? refresh() : location.reload());

addEventListener("popstate", () => {
  wanted = location.pathname + location.search;
  going = true;
  if (view()?.dataset.url) load();
});

// Links to another place of the same view are loaded into it.
document.addEventListener("click", (event) => {
  const link = event.target.closest?.("#view[data-url] a[href]");
  if (!link || event.defaultPrevented || event.ctrlKey || event.metaKey || event.shiftKey || event.button) return;
  const url = new URL(link.getAttribute("href"), location.href);
  if (url.pathname !== location.pathname) return;
  event.preventDefault();
  go(url.pathname + url.search);
});

/** The address of the current view with a parameter of it changed; nothing takes it out. */
export function placeWith(name, value) {
  const url = new URL(view().dataset.url, location.href);
  if (value) url.searchParams.set(name, value);
  else url.searchParams.delete(name);
  return url.pathname + url.search;
}

/** The address of the current view with another item picked. */
export const placeOf = (key) => placeWith("at", key);

// The item at the side goes; what was picked before it comes back.
document.addEventListener("click", (event) => {
  if (event.target.closest?.("[data-close-item]")) go(placeOf(null));
});

// A card knows its item and not the page that it stands on: there, its link picks it.
document.addEventListener("click", (event) => {
  const link = event.target.closest?.('[data-columns] .card-link, [data-picks] a[href^="/items/"]');
  if (!link || event.defaultPrevented || event.ctrlKey || event.metaKey || event.shiftKey || event.button) return;
  event.preventDefault();
  go(placeOf(link.closest("[data-key]").dataset.key), columnsUpTo(link));
});

/** The columns that picking a card leaves as they are: its own and those before it. */
export function columnsUpTo(link) {
  const columns = [...document.querySelectorAll("[data-column]")];
  return columns.slice(0, columns.indexOf(link.closest("[data-column]")) + 1).map((column) => column.dataset.column);
}

/** From where on and how far long columns have been drawn, so that a refresh draws as much. */
function shown() {
  const counts = [...document.querySelectorAll("[data-column]")]
    .map((column) => [column, column.querySelectorAll(".item-card")])
    .filter(([column, cards]) => cards.length > 100 || (cards.length && column.querySelector(".earlier")))
    .map(([column, cards]) => [column.dataset.column, cards[0].dataset.key, cards.length]);
  return counts.length ? { shown: counts.map((parts) => parts.join(":")).join(",") } : {};
}

let focused = "";
// The item that has the focus, with those after and before it: where it goes, one of them takes the focus.
let stood = null;

export const cardOf = (key) => document.querySelector(`#view .item-card[data-key="${key}"]`);

function noteNeighbours(card) {
  const list = [...(card.closest("[data-cards], tbody, ol, ul, .view") ?? document).querySelectorAll(".item-card[data-key]")];
  const at = list.indexOf(card);
  stood = { key: card.dataset.key, beside: [list[at + 1], list[at - 1]].filter(Boolean).map((one) => one.dataset.key) };
}

function focusNeighbour() {
  if (!stood || cardOf(stood.key)) return;
  const next = stood.beside.map(cardOf).find(Boolean);
  stood = null;
  next?.querySelector(".card-link, td")?.focus();
}

document.addEventListener("focusin", (event) => {
  const item = event.target.closest?.("#view .item-card[data-key]");
  if (item) noteNeighbours(item);
  const card = event.target.closest?.(".item-card:not(.item-row)");
  focused =
    card?.querySelector(".card-link")?.id ?? (card ? `link-${card.dataset.key}` : (event.target.closest?.(".value-field")?.id ?? ""));
});

document.addEventListener("htmx:responseError", (event) => {
  const { xhr } = event.detail;
  const plain = (xhr.getResponseHeader("Content-Type") ?? "").startsWith("text/plain");
  tell(plain ? xhr.responseText : "That did not work; nothing was changed. Try again in a moment.", true);
});
document.addEventListener("htmx:sendError", () => tell("The server cannot be reached. Nothing was lost; try again.", true));

/** In columns that stay as they are drawn, what is picked now is marked here. */
export function drawPicked(way = (view()?.dataset.way ?? "").split(","), within = document) {
  within.querySelectorAll("[data-cards] > .item-card").forEach((card) => {
    const picked = way.includes(card.dataset.key);
    if (picked === card.classList.contains("is-picked")) return;
    card.classList.toggle("is-picked", picked);
    const link = card.querySelector(".card-link");
    if (!link) return;
    link.toggleAttribute("aria-current", false);
    if (picked) link.setAttribute("aria-current", "true");
    link.tabIndex = picked ? 0 : -1;
  });
}

document.addEventListener("rows-fetched", drawSelection);
document.addEventListener("htmx:afterSettle", (event) => {
  if (event.detail.target?.id !== "view") bringBack(event.detail.target ?? document);
  drawPicked();
  drawSelection();
  const back = document.activeElement === document.body && focused ? document.getElementById(focused) : null;
  (back?.matches("a") ? back : back?.querySelector(".in-place"))?.focus();
  if (document.activeElement === document.body) focusNeighbour();
});
document.addEventListener("htmx:afterSwap", (event) => {
  if (event.detail.target.id !== "view") return;
  const columns = document.querySelector("[data-columns]");
  if (columns) columns.scrollLeft = columns.scrollWidth;
});
addEventListener("DOMContentLoaded", () => {
  const columns = document.querySelector("[data-columns]");
  if (!columns) return;
  columns.querySelectorAll(".item-card.is-picked").forEach((card) => card.scrollIntoView({ block: "nearest" }));
  columns.scrollLeft = columns.scrollWidth;
});

document.addEventListener(
  "submit",
  (event) => {
    const back = event.target.matches("[data-back]") && event.target.elements.back;
    if (back) back.value = location.pathname + location.search;
  },
  true,
);
document.addEventListener("click", (event) => {
  if (event.target.closest("[data-open-keys]")) document.getElementById("keys").showModal();
});
document.addEventListener("keydown", (event) => {
  if (event.target.matches("input, select, textarea") || event.ctrlKey || event.altKey || event.metaKey) return;
  if (event.key === "?") document.getElementById("keys").showModal();
  if (event.key === "/") {
    event.preventDefault();
    document.getElementById("find")?.focus();
  }
});

// Whoever goes away from words that they have not saved is asked first. A form that is sent on its way takes its words along.
let isSending = false;
document.addEventListener("submit", (event) => {
  isSending = !event.defaultPrevented;
});
addEventListener("beforeunload", (event) => {
  if (!isSending && (hasUnsaved() || hasWaiting())) event.preventDefault();
});
addEventListener("pageshow", () => (isSending = false));
