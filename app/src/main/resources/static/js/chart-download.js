// A chart as a file: the picture with the colours it has on the page, as SVG or as PNG.
const LOOKS = ["fill", "stroke", "stroke-width", "stroke-dasharray", "font-family", "font-size", "font-weight", "opacity"];

function standalone(svg) {
  const copy = svg.cloneNode(true);
  const originals = [svg, ...svg.querySelectorAll("*")];
  [copy, ...copy.querySelectorAll("*")].forEach((node, at) => {
    const look = getComputedStyle(originals[at]);
    LOOKS.forEach((name) => node.setAttribute(name, look.getPropertyValue(name)));
  });
  const box = svg.viewBox.baseVal;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("width", box.width);
  copy.setAttribute("height", box.height);
  return new Blob([new XMLSerializer().serializeToString(copy)], { type: "image/svg+xml" });
}

function save(blob, name) {
  const link = Object.assign(document.createElement("a"), { href: URL.createObjectURL(blob), download: name });
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}

async function toPng(svg, blob) {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(await blob.text())}`;
  await image.decode();
  const box = svg.viewBox.baseVal;
  const canvas = Object.assign(document.createElement("canvas"), { width: box.width * 2, height: box.height * 2 });
  const pen = canvas.getContext("2d");
  pen.fillStyle = getComputedStyle(document.body).backgroundColor;
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((done) => canvas.toBlob(done, "image/png"));
}

document.addEventListener("click", async (event) => {
  const button = event.target.closest?.("[data-download]");
  if (!button) return;
  const svg = button.closest("section").querySelector("[data-chart]");
  const drawn = standalone(svg);
  const type = button.dataset.download;
  save(type === "svg" ? drawn : await toPng(svg, drawn), `${svg.dataset.chart}.${type}`);
});
