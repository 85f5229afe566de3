// The sheet on which a thread is drawn: zoom, pulling it about, and links drawn from one item to another.
import { tell } from "./toasts.js";

const LEAST = 0.2;
const MOST = 3;
const STEP = 1.25;

const sheet = () => document.querySelector("[data-thread]");
const scroller = () => document.querySelector("[data-thread-scroll]");
let scale = 1;

function zoom(to, at) {
  const svg = sheet();
  const box = svg.viewBox.baseVal;
  const view = scroller();
  const before = scale;
  scale = Math.min(MOST, Math.max(LEAST, to));
  svg.setAttribute("width", Math.round(box.width * scale));
  svg.setAttribute("height", Math.round(box.height * scale));
  const x = at?.x ?? view.clientWidth / 2;
  const y = at?.y ?? view.clientHeight / 2;
  view.scrollLeft = ((view.scrollLeft + x) * scale) / before - x;
  view.scrollTop = ((view.scrollTop + y) * scale) / before - y;
}

function whole() {
  const box = sheet().viewBox.baseVal;
  const view = scroller();
  zoom(Math.min((view.clientWidth - 12) / box.width, (view.clientHeight - 12) / box.height, 1));
}

// The names of the levels stay in sight.
document.addEventListener(
  "scroll",
  (event) => {
    const view = event.target.closest?.("[data-thread-scroll]");
    view?.querySelectorAll("[data-head]").forEach((head) => {
      const by = head.dataset.head === "x" ? [view.scrollLeft / scale, 0] : [0, view.scrollTop / scale];
      head.setAttribute("transform", `translate(${by})`);
    });
  },
  true,
);

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-zoom]");
  if (button?.dataset.zoom === "whole") whole();
  else if (button) zoom(button.dataset.zoom === "in" ? scale * STEP : scale / STEP);
  if (event.target.closest?.("[data-thread-link] [data-close]")) dialog().close();
});

document.addEventListener(
  "wheel",
  (event) => {
    const view = event.target.closest?.("[data-thread-scroll]");
    if (!view || !event.ctrlKey) return;
    event.preventDefault();
    const place = view.getBoundingClientRect();
    zoom(event.deltaY < 0 ? scale * STEP : scale / STEP, { x: event.clientX - place.left, y: event.clientY - place.top });
  },
  { passive: false },
);

document.addEventListener("change", (event) => {
  event.target.closest?.("[data-thread-types]")?.requestSubmit();
});

// A fresh drawing keeps the size at which the last one was looked at.
new MutationObserver(() => {
  if (sheet() && scale !== 1 && sheet().getAttribute("width") === String(sheet().viewBox.baseVal.width)) zoom(scale);
}).observe(document.body, { childList: true, subtree: true });

const dialog = () => document.querySelector("[data-thread-link]");

function ask(from, to) {
  const words = `${from.dataset.key} to ${to.dataset.key}`;
  const form = dialog().querySelector("form");
  form.setAttribute("action", `/items/${from.dataset.key}/linked`);
  form.elements.to.value = to.dataset.key;
  form.querySelector(".error").textContent = "";
  dialog().querySelector("h2").textContent = `Link ${words}`;
  dialog().showModal();
}

document.addEventListener("saved", (event) => event.target.closest?.("[data-thread-link]")?.close());

// Drawn with the pointer from the dot of an item, or the sheet itself pulled about.
let drawn = null;
let pulled = null;

function place(event) {
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(sheet().getScreenCTM().inverse());
  return [point.x, point.y];
}

const knotAt = (event) => document.elementFromPoint(event.clientX, event.clientY)?.closest(".knot");

document.addEventListener("pointerdown", (event) => {
  if (event.button !== 0) return;
  const handle = event.target.closest?.("[data-knot-handle]");
  if (handle) {
    drawn = { from: handle.closest(".knot"), at: place(event) };
    event.preventDefault();
    return;
  }
  const view = event.target.closest?.("[data-thread-scroll]");
  if (view && !event.target.closest("a")) {
    pulled = { view, x: event.clientX + view.scrollLeft, y: event.clientY + view.scrollTop };
    view.classList.add("is-pulled");
  }
});

document.addEventListener("pointermove", (event) => {
  if (pulled) {
    pulled.view.scrollLeft = pulled.x - event.clientX;
    pulled.view.scrollTop = pulled.y - event.clientY;
  }
  if (!drawn) return;
  const [x, y] = place(event);
  document.querySelector("[data-drawn-tie]").setAttribute("d", `M${drawn.at[0]} ${drawn.at[1]} L${x} ${y}`);
  mark(knotAt(event));
});

function mark(knot) {
  document.querySelectorAll(".knot.is-end").forEach((one) => one.classList.toggle("is-end", one === knot));
  knot?.classList.add("is-end");
}

function leave() {
  drawn = null;
  document.querySelector("[data-drawn-tie]")?.setAttribute("d", "");
  mark(null);
}

document.addEventListener("pointerup", (event) => {
  pulled?.view.classList.remove("is-pulled");
  pulled = null;
  if (!drawn) return;
  const { from } = drawn;
  const to = knotAt(event);
  leave();
  if (to && to !== from) ask(from, to);
});

// A press on the dot is the begin of a link, never a way to another page.
document.addEventListener(
  "click",
  (event) => {
    if (event.target.closest?.("[data-knot-handle]")) event.preventDefault();
  },
  true,
);

let first = null;
document.addEventListener("keydown", (event) => {
  if (event.key === "Escape") {
    first = null;
    leave();
  }
  const knot = event.target.closest?.("[data-thread] .knot");
  if (!knot || !dialog() || event.key.toLowerCase() !== "k" || event.ctrlKey || event.metaKey) return;
  event.preventDefault();
  if (first && first !== knot.dataset.key) {
    const from = document.getElementById(`knot-${first}`);
    first = null;
    mark(null);
    if (from) ask(from, knot);
    return;
  }
  first = knot.dataset.key;
  mark(knot);
  tell(`Linking ${first}: go to the other item and press K there.`);
});
