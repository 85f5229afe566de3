// What only one view needs. Releases: notes to hand out.
import "./going.js";
import { tell } from "./toasts.js";

document.addEventListener("click", async (event) => {
  if (!event.target.closest?.("[data-copy-notes]")) return;
  const notes = document.querySelector("[data-release-notes]");
  try {
    await navigator.clipboard.writeText(notes.value);
    tell("Copied the release notes.");
  } catch {
    notes.select();
    tell("The browser does not let pages copy here; the text is selected.", true);
  }
});
