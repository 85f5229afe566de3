// Quick add: one key opens a line, from anywhere. What is understood of it is shown before it is added.
import { refresh, view } from "./view.js";
import { sendForm } from "./posting.js";
import { fetchText, post } from "./server.js";
import { done } from "./undo.js";
import { tell } from "./toasts.js";
import { holdKeys } from "./typing-ahead.js";

const place = document.getElementById("quick-add");
let waiting = null;
let opener = null;

async function open() {
  const { product } = document.body.dataset;
  if (!product || !place || !document.querySelector("[data-quick-open]")) return;
  if (!place.hidden) return place.querySelector("[name=line]").focus();
  opener = document.activeElement;
  const at = new URLSearchParams(location.search).get("at") ?? document.querySelector(".item-panel")?.dataset.key ?? "";
  const opened = htmx.ajax("GET", `/${product}/quick-add?at=${at}`, { source: place, target: place, swap: "innerHTML" });
  await holdKeys(
    opened.then(() => {
      place.hidden = false;
      return place.querySelector("[name=line]");
    }),
  );
}

function close() {
  place.hidden = true;
  place.replaceChildren();
  opener?.focus();
}

async function read(form) {
  const answer = await fetchText(`${form.getAttribute("action")}/read`, new FormData(form)).catch((failure) => failure);
  if (!form.isConnected) return;
  const failed = answer instanceof Error;
  form.querySelector(".error").textContent = failed ? answer.message : "";
  form.querySelector("[data-quick-read]").innerHTML = failed ? "" : answer;
}

const add = (form, another) =>
  sendForm(
    form,
    () => post(form.getAttribute("action"), new FormData(form)),
    ({ said }) => {
      // Free for the next line at once: the view is drawn anew behind it.
      delete form.dataset.sent;
      done(said);
      if (another) {
        read(form);
        form.elements.line.focus();
      } else close();
      if (view()?.dataset.url) return refresh();
      return null;
    },
  );

document.addEventListener("input", (event) => {
  const form = event.target.closest?.("[data-quick-form]");
  if (!form) return;
  clearTimeout(waiting);
  waiting = setTimeout(read, 150, form);
});
document.addEventListener("submit", (event) => {
  if (!event.target.matches("[data-quick-form]")) return;
  event.preventDefault();
  add(event.target, event.submitter?.name === "another");
});
document.addEventListener("click", (event) => {
  if (event.target.closest?.("[data-quick-open]")) open();
  if (event.target.closest?.("[data-quick-close]")) close();
});
document.addEventListener("keydown", (event) => {
  const form = event.target.closest?.("[data-quick-form]");
  if (form && event.key === "Escape") close();
  if (form && event.key === "Enter" && event.ctrlKey) {
    event.preventDefault();
    add(form, true);
  }
  if (event.key !== "+" || event.target.matches("input, select, textarea") || event.ctrlKey || event.altKey || event.metaKey) return;
  event.preventDefault();
  open().catch((failure) => tell(failure.message, true));
});
