// What only one view needs. Calendars: a file of holidays is sent as it is.
import "./going.js";
import { refresh } from "./view.js";
import { done } from "./undo.js";
import { sendForm } from "./posting.js";
import { send } from "./server.js";

document.addEventListener("submit", async (event) => {
  const form = event.target;
  if (!form.matches("[data-post-file]")) return;
  event.preventDefault();
  await sendForm(
    form,
    () => send(form.getAttribute("action"), form.elements.file.files[0]),
    ({ said }) => {
      done(said);
      return refresh();
    },
  );
});
