// What only one view needs. Calendars: a file of holidays is sent as it is.
import "./going.js";
import { refresh } from "./view.js";
import { done } from "./undo.js";
import { send } from "./server.js";

document.addEventListener("submit", async (event) => {
  const form = event.target;
  if (!form.matches("[data-post-file]")) return;
  event.preventDefault();
  if (form.dataset.sent) return;
  form.dataset.sent = "1";
  try {
    done((await send(form.getAttribute("action"), form.elements.file.files[0])).said);
    form.reset();
    await refresh();
  } catch (failure) {
    form.querySelector(".error").textContent = failure.message;
  } finally {
    delete form.dataset.sent;
  }
});
