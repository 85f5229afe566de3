// What is being written, as it will be read: drawn by the server a moment after the last key.
import { fetchText } from "./server.js";

let waiting = null;

async function draw(field) {
  const place = field.closest("form")?.querySelector("[data-written]");
  if (!place) return;
  place.innerHTML = field.value.trim() ? await fetchText("/text/preview", { text: field.value }).catch(() => "") : "";
}

const soon = (field) => {
  clearTimeout(waiting);
  waiting = setTimeout(draw, 250, field);
};

document.addEventListener("input", (event) => event.target.matches?.("[data-write]") && soon(event.target));
document.addEventListener("focusin", (event) => event.target.matches?.("[data-write]") && soon(event.target));
