// The outline draws a stretch of its rows; the next one is fetched before it comes into sight.
import { go, refresh, view, withParameters } from "./view.js";

const ROW = 30;
const NEAR = 25;

const scroller = () => document.querySelector("[data-outline-scroll]");
let wantedFrom = null;

withParameters(() => (scroller() ? { from: wantedFrom ?? scroller().dataset.from } : {}));

async function fetchNear() {
  const place = scroller();
  if (!place || wantedFrom !== null) return;
  const from = Number(place.dataset.from);
  const count = Number(place.dataset.count);
  const drawn = place.querySelectorAll(".item-row").length;
  const first = Math.floor(place.scrollTop / ROW);
  const last = first + Math.ceil(place.clientHeight / ROW);
  // As many before what is in sight as after it; in a high window few are left for that.
  const beside = Math.max(0, Math.floor((drawn - (last - first)) / 2));
  const near = Math.min(NEAR, Math.floor(beside / 2));
  const short = (first - from < near && from > 0) || (from + drawn - last < near && from + drawn < count);
  if (!short) return;
  wantedFrom = Math.max(0, first - beside);
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
