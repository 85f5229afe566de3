// A round by keyboard: arrows walk through the checks, P, F and B say what came of one.
const checks = () => [...document.querySelectorAll("[data-check]")];
const BUTTONS = { p: "[data-passed]", f: "[data-failed]", b: "[data-bug]" };

// A round that was opened begins at its first open check, so that the keys work at once.
let opened = "";
function begin() {
  const { url = "" } = document.getElementById("view").dataset;
  if (url === opened) return;
  opened = url;
  const isElsewhere = document.activeElement?.matches("input, select, textarea, [data-check]");
  const first = checks().find((check) => check.querySelector("[data-passed]") && !check.matches(".passed, .failed"));
  if (!isElsewhere) first?.focus({ preventScroll: true });
}
document.addEventListener("htmx:afterSettle", begin);
begin();

document.addEventListener("keydown", (event) => {
  const check = event.target.closest?.("[data-check]");
  if (!check || event.target !== check || event.ctrlKey || event.metaKey || event.altKey) return;
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (step) {
    event.preventDefault();
    checks()[checks().indexOf(check) + step]?.focus();
    return;
  }
  const button = BUTTONS[event.key.toLowerCase()] && check.querySelector(BUTTONS[event.key.toLowerCase()]);
  if (!button) return;
  event.preventDefault();
  button.form.requestSubmit(button);
});
