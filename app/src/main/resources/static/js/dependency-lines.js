// Ink lines between what depends on what, drawn over whatever is laid out there.
const SVG = "http://www.w3.org/2000/svg";

/** The end of the last piece, from which a line leaves, and the start of the first, to which it leads. */
function ends(pieces, box) {
  const all = pieces.map((piece) => piece.getBoundingClientRect()).filter((rect) => rect.width || rect.height);
  if (!all.length) return null;
  const last = all.at(-1);
  const first = all[0];
  const at = (x, y) => ({ x: x - box.left, y: y - box.top });
  return { out: at(last.right, last.top + last.height / 2), into: at(first.left, first.top + first.height / 2) };
}

const drawn = (name, attributes) => {
  const shape = document.createElementNS(SVG, name);
  Object.entries(attributes).forEach(([key, value]) => shape.setAttribute(key, value));
  return shape;
};

/** What lets lines through everywhere but where words stand. */
function clearOf(words, box) {
  const mask = drawn("mask", { id: "clear-of-words", maskUnits: "userSpaceOnUse", x: 0, y: 0, width: box.width, height: box.height });
  mask.append(drawn("rect", { width: "100%", height: "100%", fill: "white" }));
  for (const one of words) {
    const { left, top, width, height } = one.getBoundingClientRect();
    if (width) mask.append(drawn("rect", { x: left - box.left - 2, y: top - box.top, width: width + 4, height, fill: "black" }));
  }
  return mask;
}

/**
 * Draws lines into an svg that lies over a place.
 *
 * @param find gives the pieces of a key, in their order
 * @param links `{from, to, trouble, words}`: from needs to, so that the line leads from `to` to `from`
 * @param words what has to stay legible
 */
export function drawLines(svg, find, links, words = []) {
  const box = svg.getBoundingClientRect();
  const lines = drawn("g", { mask: "url(#clear-of-words)" });
  svg.replaceChildren(clearOf(words, box), lines);
  for (const link of links) {
    const needed = ends(find(link.to), box);
    const waiting = ends(find(link.from), box);
    if (!needed || !waiting) continue;
    const [a, b] = [needed.out, waiting.into];
    const bend = Math.max(18, Math.abs(b.x - a.x) / 3);
    const trouble = link.trouble ? " is-trouble" : "";
    const path = drawn("path", {
      class: `dependency${trouble}`,
      d: `M${a.x} ${a.y}C${a.x + bend} ${a.y} ${b.x - bend} ${b.y} ${b.x} ${b.y}`,
    });
    const title = drawn("title", {});
    title.textContent = link.words ?? `${link.from} depends on ${link.to}`;
    path.append(title);
    lines.append(path, drawn("path", { class: `dependency-head${trouble}`, d: `M${b.x} ${b.y}l-7-3.5v7z` }));
  }
}

const drawers = [];
let waiting = 0;

function drawAll() {
  waiting = 0;
  drawers.forEach((draw) => draw());
}

/** Draws anew whenever the page is laid out otherwise. */
export function keepDrawn(draw) {
  drawers.push(draw);
  later();
}

export function later() {
  waiting ||= requestAnimationFrame(drawAll);
}

addEventListener("resize", later);
document.addEventListener("htmx:afterSettle", later);
document.addEventListener("toggle", later, true);
document.addEventListener("scroll", later, true);
document.fonts?.ready.then(later);
