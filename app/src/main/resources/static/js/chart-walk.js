// Points of a chart: one of them can be reached with Tab, the arrows walk through them, Enter opens one.
import { go } from "./view.js";

const STEPS = { ArrowLeft: -1, ArrowRight: 1, PageUp: -7, PageDown: 7 };

document.addEventListener("keydown", (event) => {
  const point = event.target.closest?.("[data-walk] a");
  if (!point) return;
  const points = [...point.closest("[data-walk]").querySelectorAll("a")];
  const ends = { Home: 0, End: points.length - 1 };
  const at = ends[event.key] ?? points.indexOf(point) + (STEPS[event.key] ?? Number.NaN);
  const next = points[Math.max(0, Math.min(points.length - 1, at))];
  if (!next) return;
  event.preventDefault();
  point.setAttribute("tabindex", "-1");
  next.setAttribute("tabindex", "0");
  next.focus();
});
