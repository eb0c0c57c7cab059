/** The fabric as soft strands: paths and marks computed from threads (six numbers a stitch: foot and top, x y z). */

const SCALE = 10;

const at = (x: number, y: number) => `${(x * SCALE).toFixed(1)} ${(-y * SCALE).toFixed(1)}`;

/** One round as a strand: every stitch from its foot to its top, and the edge along the tops. */
export function strand(threads: number[], closed: boolean): string {
  const tops: string[] = [];
  let out = "";
  for (let i = 0; i + 5 < threads.length; i += 6) {
    const [fx = 0, fy = 0, , x = 0, y = 0] = threads.slice(i, i + 6);
    out += `M${at(fx, fy)}L${at(x, y)}`;
    tops.push(at(x, y));
  }
  if (tops.length > 1) out += `M${tops.join("L")}${closed ? "Z" : ""}`;
  return out;
}

export type Strained = { stretched: string; bunched: string };

/** Along the edge of a round, where it is stretched or bunched by more than `from` when it is pressed flat. */
export function strained(threads: number[], strain: number[], from = 0.03): Strained {
  const out = { stretched: "", bunched: "" };
  const n = strain.length;
  const top = (i: number): [number, number] => {
    const k = ((i + n) % n) * 6;
    return [threads[k + 3] ?? 0, threads[k + 4] ?? 0];
  };
  strain.forEach((s, i) => {
    if (Math.abs(s) < from) return;
    const [x, y] = top(i);
    const [ax, ay] = top(i - 1);
    const [bx, by] = top(i + 1);
    const path = `M${at((x + ax) / 2, (y + ay) / 2)}L${at(x, y)}L${at((x + bx) / 2, (y + by) / 2)}`;
    if (s > 0) out.stretched += path;
    else out.bunched += path;
  });
  return out;
}

/** A still view from above one side, for who has no WebGL: x to the right, the far side higher up. */
export function still(
  threads: number[][],
  tilt = 0.55,
): { paths: string[]; box: [number, number, number, number] } {
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  const put = (x: number, y: number, z: number): string => {
    const [px, py] = [x, -(y * Math.sin(tilt) + z * Math.cos(tilt))];
    [left, right] = [Math.min(left, px), Math.max(right, px)];
    [top, bottom] = [Math.min(top, py), Math.max(bottom, py)];
    return `${px.toFixed(2)} ${py.toFixed(2)}`;
  };
  const paths = threads.map((round) => {
    let out = "";
    for (let i = 0; i + 5 < round.length; i += 6) {
      const [fx = 0, fy = 0, fz = 0, x = 0, y = 0, z = 0] = round.slice(i, i + 6);
      out += `M${put(fx, fy, fz)}L${put(x, y, z)}`;
    }
    return out;
  });
  const box: [number, number, number, number] = Number.isFinite(left)
    ? [left - 1, top - 1, right - left + 2, bottom - top + 2]
    : [-1, -1, 2, 2];
  return { paths, box };
}
