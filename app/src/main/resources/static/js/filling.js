// Buttons that fill fields of their form in with something to begin with.
document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-fill]");
  if (!button) return;
  for (const [name, value] of Object.entries(button.dataset)) {
    const field = name.startsWith("fill") && name.length > 4 ? button.form.elements[name[4].toLowerCase() + name.slice(5)] : null;
    if (field) field.value = value;
  }
});
