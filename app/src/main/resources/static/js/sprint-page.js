// The page of a sprint: stories are put in its order, agreed to, and broken down into tasks, while the load beside them follows.
import { refresh, view } from "./view.js";
import { subjects } from "./selection.js";
import { order } from "./planning.js";
import { move } from "./moving.js";
import { done } from "./undo.js";
import { sendForm } from "./posting.js";
import { post } from "./server.js";
import { tell } from "./toasts.js";

const sprint = () => view().dataset.sprint;
let dragged = null;
let drop = null;

document.addEventListener("change", async (event) => {
  const box = event.target.closest?.("[data-agree]");
  if (!box) return;
  const item = box.closest("[data-key]").dataset.key;
  try {
    done((await post(`/${view().dataset.product}/plan/sprints/${sprint()}/agree`, { item, yes: box.checked })).said);
  } catch (failure) {
    box.checked = !box.checked;
    tell(failure.message, true);
  }
});

// Enter in any of its fields adds the task and makes room for the next.
document.addEventListener("submit", async (event) => {
  const form = event.target;
  if (!form.matches("[data-task-add]")) return;
  event.preventDefault();
  const { title, hours, person, skill } = form.elements;
  const values = { under: form.dataset.story, title: title.value, hours: hours.value, person: person.value, skill: skill.value };
  await sendForm(
    form,
    () => post(`/${view().dataset.product}/plan/tasks`, values),
    ({ said }) => {
      done(said);
      title.focus();
      return refresh();
    },
  );
});

// What is being typed counts at once, beside what is kept.
document.addEventListener("input", (event) => {
  const form = event.target.closest?.("[data-task-add]");
  if (form) tellLoad(form);
});
document.addEventListener("change", (event) => {
  const form = event.target.closest?.("[data-task-add]");
  if (form) tellLoad(form);
});

function tellLoad(form) {
  const hours = Number(form.elements.hours.value.replace(",", "."));
  document.querySelectorAll("[data-busy-typed]").forEach((one) => one.remove());
  if (!(hours > 0)) return;
  for (const [kind, key] of [
    ["person", form.elements.person.value],
    ["skill", form.elements.skill.value],
  ]) {
    const bar = key && document.querySelector(`[data-busy="${kind}"][data-busy-key="${CSS.escape(key)}"]`);
    if (!bar) continue;
    const [load, room] = bar.querySelector("[data-busy-words]").textContent.match(/[\d.]+/g).map(Number);
    const over = load + hours - room;
    const words = Object.assign(document.createElement("strong"), {
      textContent: ` + ${hours} h${over > 0 ? `: ${Math.round(over * 10) / 10} over` : ""}`,
    });
    words.dataset.busyTyped = "";
    words.classList.toggle("over", over > 0);
    bar.querySelector("[data-busy-words]").after(words);
  }
}

function clearMarks() {
  document
    .querySelectorAll(".drop-into, .drop-before")
    .forEach((one) => one.classList.remove("drop-into", "drop-before"));
  drop = null;
}

document.addEventListener("dragstart", (event) => {
  const task = event.target.closest?.(".sprint-task.stray");
  const story = event.target.closest?.(".sprint-story");
  if (task) dragged = { task: task.dataset.key };
  else if (story) dragged = { stories: subjects(story.dataset.key) };
  else return;
  event.dataTransfer.effectAllowed = "move";
  event.dataTransfer.setData("text/plain", task ? task.dataset.key : dragged.stories.join(" "));
  document.body.classList.add("dragging");
});

document.addEventListener("dragover", (event) => {
  if (!dragged) return;
  const story = event.target.closest?.(".sprint-story");
  clearMarks();
  if (!story) return;
  const { key } = story.dataset;
  if (dragged.task) drop = () => move([dragged.task], { under: key });
  else if (!dragged.stories.includes(key)) {
    const { stories } = dragged;
    drop = () => order(sprint(), stories, key);
  } else return;
  story.classList.add(dragged.task ? "drop-into" : "drop-before");
  event.preventDefault();
});

document.addEventListener("drop", (event) => {
  if (!dragged || !drop) return;
  event.preventDefault();
  drop();
});

document.addEventListener("dragend", () => {
  clearMarks();
  dragged = null;
  document.body.classList.remove("dragging");
});

// Alt and an arrow move a story in the sprint's own order.
document.addEventListener(
  "keydown",
  (event) => {
    const story = event.altKey && event.target.matches?.(".card-link") && event.target.closest(".sprint-story");
    if (!story || !["ArrowUp", "ArrowDown", "Home", "End"].includes(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
    const all = [...document.querySelectorAll(".sprint-story")];
    const at = all.indexOf(story);
    const before = { ArrowUp: all[at - 1], ArrowDown: all[at + 2], Home: all[0], End: undefined }[event.key];
    if (event.key === "ArrowUp" && at === 0) return;
    order(sprint(), [story.dataset.key], before === story ? undefined : before?.dataset.key);
  },
  true,
);

/** Pulls in what waits next; the words for its first task can be typed at once. */
async function pull(button) {
  if (button.disabled) return;
  button.disabled = true;
  const { item } = button.dataset;
  try {
    done((await post(`/${view().dataset.product}/plan/sprints/${sprint()}/pull`, { item })).said);
  } catch (failure) {
    tell(failure.message, true);
  }
  await refresh();
  document.querySelector(`#card-${item} [data-task-add] [name=title]`)?.focus();
}

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-pull]");
  if (button) pull(button);
});

// N pulls the next one in; from a field for tasks that is empty, Esc leads back to the story.
document.addEventListener("keydown", (event) => {
  if (view()?.dataset.view !== "sprint" || event.ctrlKey || event.metaKey || event.altKey) return;
  const form = event.target.closest?.("[data-task-add]");
  if (form && event.key === "Escape" && !form.elements.title.value) {
    event.preventDefault();
    form.closest(".sprint-story").querySelector(".card-link").focus();
  }
  if (event.key.toLowerCase() !== "n" || event.target.matches("input, textarea, select")) return;
  const button = document.querySelector("[data-pull]");
  if (!button) return;
  event.preventDefault();
  pull(button);
});
