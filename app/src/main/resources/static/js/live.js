// Keeps the page in step with what others do. One stream of events tells which items changed; where the view shows one of them,
// it is fetched anew, and only columns that changed are drawn. A lost stream shows itself, and what was missed is fetched.
import { isLoading, refresh, view } from "./view.js";
import { isOwn } from "./server.js";

const RETRY = 3000;
// A little apart for each page, so that a change does not bring everybody to the server in the same moment.
const SOON = 60 + Math.random() * 200;
const LATER = 5000 + Math.random() * 5000;
let seen = Number(document.body.dataset.operation);
let source = null;
let gathering = null;
let stale = { all: false, items: new Set() };

const shows = (key) =>
  ["card", "panel", "knot", "entry"].some((kind) => document.getElementById(`${kind}-${key}`)) ||
  !!document.querySelector(`[data-parent="${key}"]`);
const columnHas = (column, key) => column.dataset.parent === key || !!column.querySelector(`#card-${key}`);

function draw() {
  gathering = null;
  if (document.body.classList.contains("dragging")) return gather(SOON);
  const keys = [...stale.items];
  const everything = stale.all;
  stale = { all: false, items: new Set() };
  // What is on no column may have come to one that shows a whole level.
  const isNew = keys.some((key) => !shows(key));
  const changed = (column) => everything || keys.some((key) => columnHas(column, key)) || (isNew && !column.dataset.parent);
  const kept = [...document.querySelectorAll("[data-column]")].filter((column) => !changed(column)).map((column) => column.dataset.column);
  const panel = document.querySelector("#side-panel .item-panel")?.dataset.key;
  refresh(!everything && panel && !keys.includes(panel) ? [...kept, "panel"] : kept);
}

/** Draws after a moment; what is near is not kept waiting by what is far. */
function gather(time) {
  const at = Date.now() + time;
  if (gathering && gathering.at <= at) return;
  clearTimeout(gathering?.timer);
  gathering = { at, timer: setTimeout(draw, time) };
}

// A view whose pieces are sent with the change says what to do with them, and whether that was all.
let put = () => false;
export const withPieces = (how) => (put = how);

async function changed(event) {
  const touched = JSON.parse(event.data);
  seen = touched.operation;
  if (await isOwn(touched.operation)) return;
  if (touched.drawn && !gathering && !isLoading() && put(touched)) return;
  const isOurs = touched.products.includes(view()?.dataset.product);
  const near = touched.many || touched.items.some(shows) || (isOurs && view().dataset.lively !== undefined);
  if (!near && !isOurs) return;
  stale.all ||= touched.many;
  touched.items.forEach((key) => stale.items.add(key));
  gather(near ? SOON : LATER);
}

function hello(event) {
  document.getElementById("connection").hidden = true;
  const { operation } = JSON.parse(event.data);
  if (operation !== seen) {
    seen = operation;
    stale.all = true;
    gather(SOON);
    countNotices();
  }
}

async function countNotices() {
  const answer = await fetch("/notices/count", { headers: { "HX-Request": "true" } }).catch(() => null);
  const count = document.querySelector("[data-notices-count]");
  if (!answer?.ok || !count) return;
  count.textContent = await answer.text();
  count.hidden = count.textContent === "0";
  document.querySelector("[data-notices]").setAttribute("aria-label", `Notices, ${count.textContent} unread`);
  if (view()?.dataset.view === "notices") refresh();
}

function commented(event) {
  const { item } = JSON.parse(event.data);
  if (!document.getElementById(`comments-${item}`)) return;
  stale.items.add(item);
  gather(SOON);
}

async function lost() {
  if (source?.readyState !== EventSource.CLOSED) return void (document.getElementById("connection").hidden = false);
  close();
  document.getElementById("connection").hidden = false;
  const answer = await fetch("/live/here", { headers: { "HX-Request": "true" } }).catch(() => null);
  if (answer?.headers.get("HX-Redirect")) return location.assign(answer.headers.get("HX-Redirect"));
  setTimeout(open, RETRY);
}

function open() {
  if (source || document.hidden) return;
  source = new EventSource(`/live?view=${view()?.dataset.view ?? ""}`);
  source.addEventListener("hello", hello);
  source.addEventListener("changed", changed);
  source.addEventListener("comments", commented);
  source.addEventListener("notices", countNotices);
  // What people in one view show each other: the view's own script knows what it means.
  ["agenda", "round", "board"].forEach((name) =>
    source.addEventListener(name, (event) => document.dispatchEvent(new CustomEvent(`live-${name}`, { detail: JSON.parse(event.data) }))),
  );
  source.addEventListener("error", lost);
}

function close() {
  source?.close();
  source = null;
}

// A page that nobody looks at needs no stream; it catches up when it is looked at again. Pages outside have none.
if (document.getElementById("connection")) {
  document.addEventListener("visibilitychange", () => (document.hidden ? close() : open()));
  addEventListener("pagehide", close);
  addEventListener("pageshow", open);
}
