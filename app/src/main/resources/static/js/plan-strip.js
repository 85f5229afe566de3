// The strip of sprints and releases below a list: fetched when it is opened, and anew whenever the list is.
import { put } from "./putting.js";

const strip = () => document.querySelector("[data-plan-strip]");
let asked = 0;

async function fetchStrip() {
  if (!strip()?.open) return;
  const turn = ++asked;
  const answer = await fetch(strip().dataset.from, { headers: { "HX-Request": "true" } }).catch(() => null);
  if (!answer?.ok || turn !== asked) return;
  const fresh = new DOMParser().parseFromString(await answer.text(), "text/html").querySelector(".strip-places");
  if (fresh) put(strip().querySelector("[data-strip]"), fresh.outerHTML, { morphStyle: "innerHTML" });
}

document.addEventListener("toggle", (event) => event.target.matches?.("[data-plan-strip]") && fetchStrip(), true);
document.addEventListener("planned", fetchStrip);
document.addEventListener("htmx:afterSettle", (event) => event.detail.target.id === "view" && fetchStrip());
