"""Every stitch once: its key, how high and wide it stands, what starts a round in its place.

Keys are US abbreviations whatever dialect a text is in. Heights and widths are in stitch widths
(the width of one stitch along the edge = 1). The heights of sc, hdc, dc and tr follow from the
circles that lie flat in common practice (6, 8, 12 and 16-17 a round: height = increase / 2 pi);
those of sl st, htr and dtr are common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass

CHAIN_WIDTH = 0.6
"""What one chain along an edge measures, in stitch widths, when it is not slack (common practice, no source)."""


@dataclass(frozen=True, slots=True)
class Stitch:
    """One kind of stitch.

    height, width: in stitch widths. chains: the starting chains that stand in for it, tallest
    habit first (empty: none ever counts as this stitch). counted: whether a stitch count includes it.
    """

    key: str
    height: float
    width: float = 1.0
    chains: tuple[int, ...] = ()
    yarn_overs: int = 0
    counted: bool = True


STITCHES: dict[str, Stitch] = {
    s.key: s
    for s in (
        Stitch("ch", 0.0, CHAIN_WIDTH, counted=False),
        Stitch("slst", 0.25, counted=False),
        Stitch("sc", 0.95),
        Stitch("hdc", 1.27, chains=(2,), yarn_overs=1),
        Stitch("dc", 1.91, chains=(3, 2), yarn_overs=1),
        Stitch("htr", 2.28, chains=(3,), yarn_overs=2),
        Stitch("tr", 2.65, chains=(4,), yarn_overs=2),
        Stitch("dtr", 3.4, chains=(5,), yarn_overs=3),
    )
}


def lookup(key: str) -> Stitch:
    """The stitch of a key. Raises KeyError for a key that no stitch has."""
    return STITCHES[key]
