"""The drawing: symbols as the published lists have them, each where it is worked, the picture whole."""

from __future__ import annotations

import re
from itertools import pairwise
from math import atan2, cos, hypot, pi, sin
from pathlib import Path
from statistics import mean
from xml.etree import ElementTree

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from core.motifs import motifs
from mossring.chart import as_svg, draw, inks, threads
from mossring.chart.inks import ink
from mossring.chart.symbols import SCALE, chain, chain_marks, symbol
from mossring.draft import work_draft
from mossring.laid import guess
from mossring.relaxed import relax
from mossring.stitches import STITCHES

DEMO = sorted((Path(__file__).parents[2] / "demo").glob("*.txt"))
FOOT, TOP = (0.0, 0.0), (0.0, 2.0)
Line = tuple[float, float, float, float]


def strokes(path: str) -> list[Line]:
    """The straight strokes of a symbol, in stitch widths with y upwards."""
    found = re.findall(r"M(\S+) (\S+)L(\S+) ([-\d.]+)", path)
    return [(float(a) / SCALE, -float(b) / SCALE, float(c) / SCALE, -float(d) / SCALE) for a, b, c, d in found]


def ovals(path: str) -> int:
    return path.count("Z")


def standing(path: str) -> list[Line]:
    """Strokes along the stitch."""
    return [s for s in strokes(path) if abs(s[0] - s[2]) < 0.05 and abs(s[1] - s[3]) > 0.5]


def level(path: str) -> list[Line]:
    """Strokes square across the stitch."""
    return [s for s in strokes(path) if abs(s[1] - s[3]) < 0.05]


def slashes(path: str) -> list[Line]:
    """Short strokes slanting over the stem."""
    return [
        s for s in strokes(path) if abs(s[0] + s[2]) < 0.1 and abs(s[0] - s[2]) > 0.1 and 0.1 < abs(s[1] - s[3]) < 0.5
    ]


# ---- symbols: shapes after the Craft Yarn Council's chart symbols (from memory), US names --------------------------


@pytest.mark.parametrize(("kind", "bars"), [("hdc", 0), ("dc", 1), ("tr", 2), ("dtr", 3)])
def test_a_tall_stitch_is_a_t_with_a_bar_for_each_yarn_over_past_the_half_double(kind: str, bars: int) -> None:
    path = symbol(kind, FOOT, TOP)
    assert len(standing(path)) == 1
    assert len(level(path)) == 1
    assert len(slashes(path)) == bars
    stem, head = standing(path)[0], level(path)[0]
    assert max(stem[1], stem[3]) == pytest.approx(head[1], abs=0.02)  # the head is on top
    assert (head[0] + head[2]) == pytest.approx(0.0, abs=0.02)
    assert all(min(stem[1], stem[3]) < (s[1] + s[3]) / 2 < max(stem[1], stem[3]) for s in slashes(path))


@pytest.mark.parametrize("kind", ["sc", "dc", "revsc", "fpdc", "esc", "fsc", "dc3-cl", "dc2tog", "dc5-pc"])
@settings(deadline=None)
@given(angle=st.floats(0, 2 * pi), length=st.floats(0.3, 6))
def test_a_symbol_turns_with_its_stitch(kind: str, angle: float, length: float) -> None:
    across, up = (sin(angle), -cos(angle)), (cos(angle), sin(angle))
    upright = strokes(symbol(kind, FOOT, (0.0, length)))
    turned = strokes(symbol(kind, (1.0, 2.0), (1 + length * up[0], 2 + length * up[1])))
    assert len(upright) == len(turned)
    for a, b in zip(upright, turned, strict=True):
        for k in (0, 2):
            at = [c + a[k] * across[i] + a[k + 1] * up[i] for i, c in enumerate((1.0, 2.0))]
            assert at == pytest.approx(b[k : k + 2], abs=0.02)


def test_a_single_crochet_is_a_cross() -> None:
    path = symbol("sc", FOOT, TOP)
    a, b = strokes(path)
    assert hypot(a[2] - a[0], a[3] - a[1]) == pytest.approx(hypot(b[2] - b[0], b[3] - b[1]), abs=0.02)
    assert ((a[0] + a[2]) / 2, (a[1] + a[3]) / 2) == pytest.approx(((b[0] + b[2]) / 2, (b[1] + b[3]) / 2), abs=0.02)


def test_a_slip_stitch_is_a_dot_and_a_chain_an_oval() -> None:
    assert (ovals(symbol("slst", FOOT, TOP)), strokes(symbol("slst", FOOT, TOP))) == (1, [])
    for chains in range(1, 13):
        assert ovals(chain_marks((-1.0, 2.0), (0.0, 2.4), (1.0, 2.0), chains)) == chains


def test_a_picot_is_a_ring_of_three_chains() -> None:
    assert ovals(symbol("picot", FOOT, TOP)) == 3


@pytest.mark.parametrize("legs", [2, 3, 4, 5])
def test_a_cluster_has_its_legs_in_one_foot_and_a_decrease_apart(legs: int) -> None:
    together, apart = symbol(f"dc{legs}-cl", FOOT, TOP), symbol(f"dc{legs}tog", FOOT, TOP)
    feet = [{(round(x, 1), round(y, 1)) for x, y, *_ in strokes(p) if y < 0.3} for p in (together, apart)]
    assert len(feet[0]) == 1
    assert len(feet[1]) == legs
    for path in (together, apart):
        assert sum(abs(y - 1.84) < 0.03 and abs(x) < 0.03 for _, _, x, y in strokes(path)) == legs


def test_front_and_back_posts_hook_to_their_own_sides() -> None:
    front, back = strokes(symbol("fpdc", FOOT, TOP))[-2:], strokes(symbol("bpdc", FOOT, TOP))[-2:]
    assert [(-a, b, -c, d) for a, b, c, d in front] == [pytest.approx(s, abs=0.02) for s in back]


def test_no_two_kinds_look_alike() -> None:
    drawn: dict[str, list[str]] = {}
    for kind in STITCHES:
        if kind not in ("ch", "fch", "end"):  # a foundation's own chains and row ends are no symbols of a round
            drawn.setdefault(symbol(kind, FOOT, TOP), []).append(kind)
    assert [kinds for kinds in drawn.values() if len(kinds) > 1] == []


@given(st.sampled_from(sorted(set(STITCHES) - {"ch", "slst", "picot"})), st.floats(0, 2 * pi), st.floats(0.6, 4))
def test_a_symbol_turns_and_moves_with_its_stitch(kind: str, angle: float, height: float) -> None:
    upright = strokes(symbol(kind, FOOT, (0.0, height)))
    c, s = cos(angle), sin(angle)
    turned = strokes(symbol(kind, (5.0, -3.0), (5.0 - s * height, -3.0 + c * height)))
    for (ax, ay, bx, by), found in zip(upright, turned, strict=True):
        wanted = (5 + c * ax - s * ay, -3 + s * ax + c * ay, 5 + c * bx - s * by, -3 + s * bx + c * by)
        assert found == pytest.approx(wanted, abs=0.03)


# ---- the drawing ---------------------------------------------------------------------------------------------------


def numbers(path: str) -> list[float]:
    return [float(x) for x in re.findall(r"-?\d+\.\d+", path)]


@pytest.mark.parametrize("path", DEMO, ids=lambda p: p.stem)
def test_every_stitch_of_the_demo_is_in_the_picture(path: Path) -> None:
    draft = work_draft(path.read_text())
    drawn = draw(draft)
    assert [len(r) for r in drawn.rounds] == [len(r.worked.made) for r in draft.rounds]
    picture = ElementTree.fromstring(as_svg(drawn, path.stem))
    left, top, wide, high = (float(x) for x in picture.attrib["viewBox"].split())
    turn = drawn.turn * pi / 180
    for paths in drawn.rounds:
        for one in paths:
            xy = numbers(one.path)
            for x, y in zip(xy[::2], xy[1::2], strict=True):
                at = (x * cos(turn) - y * sin(turn), x * sin(turn) + y * cos(turn))
                assert left <= at[0] <= left + wide
                assert top <= at[1] <= top + high


@settings(max_examples=40, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(motifs)
def test_a_stitch_is_drawn_from_where_it_is_worked(text: str) -> None:
    """The foot of a stitch lies within a stitch width of the place it is worked into."""
    draft = work_draft(text)
    laid = guess(draft)
    for below, above in pairwise(laid):
        at = {**below.tops, **above.tops}
        worked = next(r for r, here in zip(draft.rounds, laid, strict=True) if here is above).worked
        for m, sign in zip(worked.made, draw(draft).rounds[laid.index(above)], strict=True):
            if m.kind != "dc" or len(m.feet) != 1 or m.feet[0] not in below.tops or m.carried:
                continue
            x, y, *_ = standing_any(sign.path)
            fx, fy = at[m.feet[0]]
            assert hypot(x - fx, y - fy) < 1.0


def standing_any(path: str) -> Line:
    """The longest stroke: a stitch's stem, from its foot."""
    return max(strokes(path), key=lambda s: hypot(s[0] - s[2], s[1] - s[3]))


@pytest.mark.parametrize("sides", [3, 4, 5, 6, 8])
def test_a_polygon_lies_on_its_side(sides: int) -> None:
    """Two corners of the last round stand lowest, level with each other."""
    text = f"Shape: {sides}-gon\nRnd 1: [3 dc in ring, ch 2] {sides} times\n"
    text += "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around"
    draft = work_draft(text)
    turn = -draw(draft).turn * pi / 180
    tops = guess(draft)[-1].tops
    last = draft.rounds[-1].worked
    corners = [tops[last.made[c].number] for c in last.corners]
    assert len(corners) == sides
    heights = sorted(x * sin(turn) + y * cos(turn) for x, y in corners)
    assert heights[0] == pytest.approx(heights[1], abs=0.05)
    if sides > 3:
        assert heights[2] > heights[1] + 0.2


def test_stitches_go_round_against_the_clock_in_the_order_they_are_worked() -> None:
    """As the right side is seen by a right hand (common practice, no source)."""
    draft = work_draft("Shape: circle\nRnd 1: 12 dc in ring\nRnd 2: [2 dc in next st] 12 times")
    for laid, r in zip(guess(draft), draft.rounds, strict=True):
        angles = [atan2(y, x) for x, y in (laid.tops[m.number] for m in r.worked.made)]
        steps = [(b - a) % (2 * pi) for a, b in pairwise(angles)]
        assert all(0 < step < pi for step in steps)
        assert sum(steps) < 2 * pi


def test_threads_join_each_stitch_to_where_it_is_worked() -> None:
    draft = work_draft(DEMO[0].read_text())
    found = relax(draft)
    assert found is not None
    told = threads(draft, found.space)
    assert [len(r) // 6 for r in told] == [sum(m.number in found.space for m in r.worked.made) for r in draft.rounds]
    for line, r in zip(told, draft.rounds, strict=True):
        for k, m in enumerate(m for m in r.worked.made if m.number in found.space):
            x, y, z = line[6 * k + 3 : 6 * k + 6]
            assert (x, y, z) == pytest.approx(found.space[m.number], abs=0.006)


def test_the_picture_names_itself_and_shows_rounds_apart() -> None:
    draft = work_draft("Shape: circle\nRnd 1: 6 sc in ring\nRnd 2: [2 sc in next st] 6 times\nRnd 3: sc in each st")
    picture = ElementTree.fromstring(as_svg(draw(draft), 'Lamp <1> & "glass"', 200))
    space = "{http://www.w3.org/2000/svg}"
    title, group = picture
    assert (title.tag, title.text) == (f"{space}title", 'Lamp <1> & "glass"')
    assert picture.attrib["role"] == "img"
    assert (picture.attrib["width"], picture.attrib["height"]) == ("200", "200")
    colours = [round_.attrib["stroke"] for round_ in group]
    assert colours[0] == colours[2] != colours[1]


def test_a_picture_of_nothing_is_still_a_picture() -> None:
    assert ElementTree.fromstring(as_svg(draw(work_draft("")), "")).tag.endswith("svg")


# ---- the colours ---------------------------------------------------------------------------------------------------


def test_a_yarn_has_the_colour_that_its_words_name_last() -> None:
    assert ink("A", "aran, kelp green") == ink("B", "green")
    assert ink("A", "Green") == ink("A", "light green")
    assert ink("A", "worsted") != ink("B", "worsted")


@given(st.lists(st.sampled_from("ABCDEF"), min_size=1), st.sampled_from(["green", "moss", "", "wool"]))
def test_two_yarns_never_share_a_colour_by_chance(used: list[str], words: str) -> None:
    found = inks(dict.fromkeys("ABCDEF", words), used)
    assert set(found) == set(used)
    assert len(set(found.values())) == len(found)
    assert all(re.fullmatch(r"#[0-9a-f]{6}", colour) for colour in found.values())


# ---- the chain it begins on ----------------------------------------------------------------------------------------


@pytest.mark.parametrize("chains", [4, 9, 13])
def test_a_chain_worked_along_both_sides_is_drawn_once(chains: int) -> None:
    text = f"Shape: rectangle\nBegin: ch {chains} (foundation)\n"
    text += "Rnd 1: [(2 dc, ch 2, dc, ch 2, 2 dc) in corner, dc in each ch to corner] twice"
    draft = work_draft(text)
    drawn = draw(draft)
    assert [ovals(sign.path) for sign in drawn.centre] == [1] * chains
    heights = [mean(numbers(sign.path)[1::2]) for sign in drawn.centre]
    assert heights == pytest.approx([0.0] * chains, abs=0.15)
    settled = relax(draft)
    assert settled is not None
    assert len(draw(draft, {n: (x, y) for n, (x, y, _) in settled.plane.items()}).centre) == chains


def test_rows_stand_on_their_chain() -> None:
    """Fourteen chains, two of which are the first stitch: twelve stand below twelve stitches, the last unseen."""
    text = "Rows\nFoundation: ch 14\nRow 1: dc in 4th ch from hook, dc in each ch to end, turn\nRow 2: ch 3, dc in each"
    drawn = draw(work_draft(text))
    assert len(drawn.centre) == len(drawn.rounds[0]) == 12
    middles = [mean(numbers(sign.path)[::2]) for sign in drawn.centre]
    stems = [standing_any(sign.path)[0] * SCALE for sign in drawn.rounds[0]]
    assert middles == pytest.approx(stems, abs=1.0)
    picture = ElementTree.fromstring(as_svg(drawn, "Rows"))
    assert len(picture[1]) == 3


def test_what_begins_on_a_ring_has_no_chain_below_it() -> None:
    assert draw(work_draft(DEMO[0].read_text())).centre == []


def outline(path: str) -> list[tuple[float, float]]:
    """Points along a closed path of cubic curves, in stitch widths with y upwards."""
    at = [float(x) / SCALE for x in re.findall(r"-?\d+\.\d", path)]
    points = [(x, -y) for x, y in zip(at[::2], at[1::2], strict=True)]
    out = []
    for k in range(0, len(points) - 1, 3):
        a, b, c, d = points[k : k + 4]
        for t in (n / 50 for n in range(50)):
            share = ((1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t**3)
            out.append(tuple(sum(w * p[i] for w, p in zip(share, (a, b, c, d), strict=True)) for i in (0, 1)))
    return out  # type: ignore[return-value]


@pytest.mark.parametrize("angle", [0.0, 0.4, pi / 2, 2.0])
def test_a_chain_is_an_oval_along_its_neighbours(angle: float) -> None:
    """Half-axes of 0.4 and 0.15 about its middle, and the area of an ellipse of those within a twentieth (geometry:
    pi a b; a half of it by one cubic curve bulges a little more)."""
    along, across = (cos(angle), sin(angle)), (-sin(angle), cos(angle))
    middle = (3.0, -2.0)
    before, after = ((middle[0] + s * along[0], middle[1] + s * along[1]) for s in (-1, 1))
    points = [(x - middle[0], y - middle[1]) for x, y in outline(chain(before, middle, after))]
    us, vs = ([x * axis[0] + y * axis[1] for x, y in points] for axis in (along, across))
    assert (max(us), -min(us), max(vs), -min(vs)) == pytest.approx((0.4, 0.4, 0.15, 0.15), abs=0.012)
    turns = zip(us, vs, us[1:] + us[:1], vs[1:] + vs[:1], strict=True)
    area = abs(sum(a * d - b * c for a, b, c, d in turns)) / 2
    assert area == pytest.approx(pi * 0.4 * 0.15, rel=0.05)


def test_a_round_being_made_is_drawn_where_it_is_made() -> None:
    """Stitches of a round that has come only so far lie over their feet, not spread all the way round."""
    two = "Terms: US\nRnd 1: [3 dc, ch 2] 4 times in ring; join\nRnd 2: [(3 dc, ch 3, 3 dc) in next sp, ch 1] 4 times\n"
    draft = work_draft(two + "Rnd 3: [(3 dc, ch 3, 3 dc) in next ch-3 sp, ch 1")
    below, made = guess(draft)[1:]
    for m in draft.rounds[2].worked.made:
        if m.feet:
            (x, y), (fx, fy) = made.tops[m.number], below.tops[m.feet[0]]
            assert hypot(x - fx, y - fy) < 5
            assert hypot(x, y) > hypot(fx, fy)
