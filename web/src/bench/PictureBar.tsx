import { Button } from "../ui/Button";
import type { Look } from "./DrawingView";

type Props = {
  look: Look;
  setLook: (look: Look) => void;
  space: boolean;
  setSpace: (space: boolean) => void;
  /** The fabric has come to rest. */
  ready: boolean;
  /** There is a picture to take away. */
  drawn: boolean;
  takeAway: (kind: "svg" | "png") => void;
};

const SMALL = "px-2 py-0.5 text-sm aria-pressed:border-moss aria-pressed:bg-moss-soft";

/** How the fabric is shown. */
export function PictureBar({ look, setLook, space, setSpace, ready, drawn, takeAway }: Props) {
  return (
    <div role="toolbar" aria-label="How the fabric is shown" className="flex flex-wrap gap-1">
      <Button
        className={SMALL}
        aria-pressed={look.strands && !space}
        disabled={!ready || space}
        onClick={() => setLook({ ...look, strands: !look.strands })}
      >
        Yarn
      </Button>
      <Button
        className={SMALL}
        aria-pressed={look.strain && !space}
        disabled={!ready || space}
        onClick={() => setLook({ ...look, strain: !look.strain })}
      >
        Strain
      </Button>
      <Button className={SMALL} aria-pressed={space} disabled={!ready} onClick={() => setSpace(!space)}>
        On the table
      </Button>
      <span className="flex-1" />
      <Button look="bare" className={SMALL} disabled={space || !drawn} onClick={() => takeAway("svg")}>
        SVG
      </Button>
      <Button look="bare" className={SMALL} disabled={!drawn} onClick={() => takeAway("png")}>
        PNG
      </Button>
    </div>
  );
}
