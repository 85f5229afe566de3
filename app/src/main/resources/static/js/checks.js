// A round by keyboard: arrows walk through the checks, P, F and B say what came of one.
const checks = () => [...document.querySelectorAll("[data-check]")];
const BUTTONS = { p: "[data-passed]", f: "[data-failed]", b: "[data-bug]" };

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
