/** Taking the picture away as a file: the very SVG on the screen with its colours filled in, or a PNG of it or of the table. */

const SIDE = 1600;

function coloured(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const style = getComputedStyle(svg);
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("width", String(SIDE));
  copy.setAttribute("height", String(SIDE));
  copy.removeAttribute("class");
  const text = new XMLSerializer().serializeToString(copy);
  return text.replace(
    /var\((--[a-z-]+)\)/g,
    (_, name: string) => style.getPropertyValue(name).trim() || "#000",
  );
}

function hand(blob: Blob, name: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  window.setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}

export async function takePicture(
  picture: SVGSVGElement | HTMLCanvasElement,
  title: string,
  kind: "svg" | "png",
): Promise<void> {
  const name = `${
    title
      .replace(/[^A-Za-z0-9]+/g, "-")
      .replace(/^-|-$/g, "")
      .toLowerCase() || "motif"
  }.${kind}`;
  if (picture instanceof HTMLCanvasElement) {
    picture.toBlob((png) => png && hand(png, name), "image/png");
    return;
  }
  const text = coloured(picture);
  if (kind === "svg") {
    hand(new Blob([text], { type: "image/svg+xml" }), name);
    return;
  }
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`;
  await image.decode();
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [SIDE, SIDE];
  const pen = canvas.getContext("2d");
  if (pen) {
    pen.fillStyle = getComputedStyle(picture).getPropertyValue("--leaf").trim() || "#fff";
    pen.fillRect(0, 0, SIDE, SIDE);
    pen.drawImage(image, 0, 0, SIDE, SIDE);
  }
  canvas.toBlob((png) => png && hand(png, name), "image/png");
}
