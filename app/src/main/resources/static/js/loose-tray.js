// The tray of loose items beside a list: opened, found by text, drawn anew whenever the view is.
import { go } from "./view.js";

const tray = () => document.getElementById("loose-tray");
const product = () => document.getElementById("view").dataset.product;
let waiting = null;

async function draw(focus) {
  const place = tray();
  if (!place || place.hidden) return;
  const typed = place.querySelector("[data-loose-text]")?.value ?? "";
  const answer = await fetch(`/${product()}/loose?text=${encodeURIComponent(typed)}`, { headers: { "HX-Request": "true" } }).catch(
    () => null,
  );
  if (!answer?.ok) return;
  const fresh = new DOMParser().parseFromString(await answer.text(), "text/html");
  const list = place.querySelector("[data-loose-list]");
  if (list) {
    list.replaceWith(fresh.querySelector("[data-loose-list]"));
    place.querySelector("[role=status]").textContent = fresh.querySelector("[role=status]").textContent;
  } else {
    place.replaceChildren(...fresh.body.children);
  }
  if (focus) place.querySelector("[data-loose-text]")?.focus();
}

document.addEventListener("click", (event) => {
  if (event.target.closest?.("[data-loose-open]")) {
    show(tray().hidden);
    draw(true);
  }
  if (event.target.closest?.("[data-loose-close]")) show(false);
});

/** The tray stays in sight from page to page until it is closed. */
function show(open) {
  tray().hidden = !open;
  localStorage.setItem("loose-tray", open ? "open" : "");
}
if (tray() && localStorage.getItem("loose-tray")) {
  tray().hidden = false;
  draw();
}
document.addEventListener("input", (event) => {
  if (!event.target.matches?.("[data-loose-text]")) return;
  clearTimeout(waiting);
  waiting = setTimeout(draw, 120);
});

// In the ladder the loose items are a column, found by text as well.
document.addEventListener("input", (event) => {
  if (!event.target.matches?.("[data-column-find]")) return;
  clearTimeout(waiting);
  waiting = setTimeout(
    (field) => {
      const url = new URL(document.getElementById("view").dataset.url, location.href);
      url.searchParams.delete("find");
      if (field.value.trim()) url.searchParams.set("find", field.value.trim());
      go(url.pathname + url.search);
    },
    200,
    event.target,
  );
});
document.addEventListener("htmx:afterSettle", (event) => event.detail.target?.id === "view" && draw());
