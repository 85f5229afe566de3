// The demo's menu: a day goes by, or all days to the sprint's end, one after another so that they can be watched.
import { fetchText } from "./server.js";
import { refresh } from "./view.js";

const PAUSE = 1500;
let running = false;

async function day(menu) {
  const work = menu.querySelector("[name=work]").checked;
  const told = JSON.parse(await fetchText("/demo/clock", { days: 1, work }));
  menu.querySelector("[data-demo-day]").textContent = told.today;
  menu.querySelector("[data-demo-told]").textContent = `It is ${told.today}.`;
  refresh();
  return told;
}

document.addEventListener("click", async (event) => {
  const button = event.target.closest?.("[data-demo]");
  if (!button) return;
  const menu = button.closest("[data-demo-clock]");
  if (running) {
    running = false;
    return;
  }
  running = true;
  const label = button.textContent;
  button.textContent = "Stop here";
  try {
    let told = await day(menu);
    while (running && button.dataset.demo === "sprint" && told.isOver !== "true") {
      await new Promise((done) => setTimeout(done, PAUSE));
      if (running) told = await day(menu);
    }
  } catch (error) {
    menu.querySelector("[data-demo-told]").textContent = error.message;
  } finally {
    running = false;
    button.textContent = label;
  }
});
