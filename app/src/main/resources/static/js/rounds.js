// A sizing round: what the others do in it shows at once.
import { refresh, view } from "./view.js";

document.addEventListener("live-round", ({ detail }) => {
  const { view: name, product } = view()?.dataset ?? {};
  if (name === "estimate" && product === detail.product) refresh();
});
