import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from "react";

export type View = { x: number; y: number; zoom: number };

const WHOLE: View = { x: 0, y: 0, zoom: 1 };
const MOST = 12;
const clamp = (v: View, reach: number): View => {
  const zoom = Math.min(MOST, Math.max(1, v.zoom));
  const room = reach * (1 - 1 / zoom);
  return {
    zoom,
    x: Math.max(-room, Math.min(room, v.x)),
    y: Math.max(-room, Math.min(room, v.y)),
  };
};

/**
 * Looking closer at a square picture of half-width `reach`: the wheel and + and − zoom, dragging and Shift with the
 * arrow keys move, 0 shows the whole again. `dragged` tells a drag from a click.
 */
export function useView(reach: number) {
  const [view, setView] = useState(WHOLE);
  const box = useRef<SVGSVGElement>(null);
  const from = useRef<{ x: number; y: number; view: View } | null>(null);
  const dragged = useRef(false);

  useEffect(() => {
    const svg = box.current;
    if (!svg) return;
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      setView((v) => clamp({ ...v, zoom: v.zoom * Math.exp(-e.deltaY / 400) }, reach));
    };
    svg.addEventListener("wheel", wheel, { passive: false });
    return () => svg.removeEventListener("wheel", wheel);
  }, [reach]);

  const keys = (e: KeyboardEvent): boolean => {
    const step = reach / 4;
    const now = view;
    const far = step / now.zoom;
    const to: Record<string, View> = {
      "+": { ...now, zoom: now.zoom * 1.4 },
      "=": { ...now, zoom: now.zoom * 1.4 },
      "-": { ...now, zoom: now.zoom / 1.4 },
      "0": WHOLE,
      ...(e.shiftKey && {
        ArrowLeft: { ...now, x: now.x - far },
        ArrowRight: { ...now, x: now.x + far },
        ArrowUp: { ...now, y: now.y - far },
        ArrowDown: { ...now, y: now.y + far },
      }),
    };
    const next = to[e.key];
    if (!next || e.ctrlKey || e.metaKey || e.altKey) return false;
    e.preventDefault();
    setView(clamp(next, reach));
    return true;
  };

  const pointer = {
    onPointerDown: (e: PointerEvent<SVGSVGElement>) => {
      dragged.current = false;
      from.current = { x: e.clientX, y: e.clientY, view };
    },
    onPointerMove: (e: PointerEvent<SVGSVGElement>) => {
      const begun = from.current;
      if (!begun || !e.buttons) return;
      const [dx, dy] = [e.clientX - begun.x, e.clientY - begun.y];
      if (Math.hypot(dx, dy) < 4) return;
      dragged.current = true;
      const unit = (2 * reach) / begun.view.zoom / e.currentTarget.clientWidth;
      setView(clamp({ ...begun.view, x: begun.view.x - dx * unit, y: begun.view.y - dy * unit }, reach));
    },
    onPointerUp: () => {
      from.current = null;
    },
  };
  const half = reach / view.zoom;
  return { box, view, half, keys, pointer, dragged, whole: () => setView(WHOLE), setView };
}
