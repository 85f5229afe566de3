// Add fields: a title and Enter; the field is free for the next title at once, and a refused title comes back with the reason.
import { go, tell } from "./view.js";

document.addEventListener("htmx:configRequest", (event) => {
  const form = event.detail.elt;
  if (!form.matches("[data-add]")) return;
  const title = form.elements.title;
  form.dataset.sent = title.value;
  form.querySelector(".error").textContent = "";
  title.removeAttribute("aria-invalid");
  title.value = "";
});

document.addEventListener("htmx:responseError", giveBack);
document.addEventListener("htmx:sendError", giveBack);

function giveBack(event) {
  const form = event.detail.elt;
  if (!form.matches("[data-add]")) return;
  const title = form.elements.title;
  if (title.value === "") title.value = form.dataset.sent;
  else tell(`Not added: ${form.dataset.sent}`, true);
}

document.addEventListener("htmx:afterRequest", (event) => {
  const form = event.detail.elt;
  if (form.matches("[data-add]") && event.detail.successful) form.elements.after.value = "";
});

document.addEventListener("keydown", (event) => {
  const form = event.target.closest?.("[data-add]");
  if (!form || event.target.name !== "title") return;
  if (event.key === "Enter" && event.shiftKey) {
    event.preventDefault();
    form.dataset.goDown = "1";
    form.requestSubmit();
  }
  if (event.key === "Escape") {
    form.elements.after.value = "";
    event.target.value = "";
    form.closest("[data-column]").querySelector(".card-link")?.focus();
  }
});

document.addEventListener("itemadded", async (event) => {
  const form = event.target.closest?.("[data-add]");
  if (!form?.dataset.goDown) return;
  delete form.dataset.goDown;
  const { key } = event.detail;
  const url = new URL(document.getElementById("view").dataset.url, location.origin);
  url.searchParams.set("at", key);
  form.elements.title.blur();
  await go(url.pathname + url.search);
  document.querySelector(`[data-add-under="${key}"] [name=title]`)?.focus();
});
