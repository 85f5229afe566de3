// Lists of places to go to within a view.
import { go } from "./view.js";

document.addEventListener("change", (event) => {
  if (event.target.matches?.("[data-go-to]")) go(event.target.value, ["panel"]);
});
