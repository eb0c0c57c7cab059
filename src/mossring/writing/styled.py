"""A draft's rounds as a style has them: fabric turned or closed where it says so, scripts begun where it wants."""

from __future__ import annotations

from dataclasses import replace
from functools import partial
from typing import NamedTuple

from mossring.draft import Draft, DraftRound
from mossring.stitches import lookup
from mossring.styles import CHAINLESS, Style, clusters_closed, turned_to
from mossring.working import WorkedRound
from mossring.writing.beginning import Way
from mossring.writing.script import Script, script_of
from mossring.writing.starting import how_begun, start_of
from mossring.writing.walk import Earlier
from mossring.writing.yarns import Change, changes


class Styled(NamedTuple):
    """One round to be written: its fabric, its script (None: it makes no stitch), what it does with its yarns, the
    style that it is written in, and whether it goes on from a round that isn't joined."""

    round: DraftRound
    done: WorkedRound
    script: Script | None
    yarns: Change
    style: Style
    goes_on: bool


def styled_rounds(draft: Draft, style: Style) -> list[Styled]:
    """Every round as the style has it, each begun where the hook rests after the one below."""
    out: list[Styled] = []
    found = Earlier()
    hook = 0
    closed = True
    told = changes([r.worked for r in draft.rounds], style)
    style = _as_others_begin(draft, style)
    turns = 0  # a line on the face is no side to turn from
    for k, r in enumerate(draft.rounds):
        done = _in_style(r, style, turns)
        turns += not r.worked.surface
        found.waiting.append(done.extra)
        new_yarn = told[k].joins
        goes_on = not closed and not done.line
        own = style.as_worked(r.worked, goes_on)
        begins = own.start == "none" or (own.exact and done.turned == r.worked.turned)
        keeps = begins and style.asked.isdisjoint(("round begins at", "reach", "join"))
        way = Way(own=True, ends_in_space=own.join == "sc", new_yarn=new_yarn) if keeps else _way(own, new_yarn)
        script = _script(r, done, hook, found, own, way)
        out.append(Styled(r, done, script, told[k], own, goes_on))
        found.top = _top(script, own, told[k].joins)
        closed = done.closed or done.line
        found.waiting.append(done.made)
        hook = script.hook if script else (done.made[0].number if done.made else hook)
    return out


def _top(script: Script | None, style: Style, joins: bool) -> tuple[int, int, int]:
    """The stitch that a round's starting chain stands for, as Earlier has it."""
    if script is None or not script.first or how_begun(script, style, joins) != "chain":
        return (0, 0, 0)
    chains, counts, more = start_of(script, style)
    return (script.start, chains, more) if counts else (0, 0, 0)


def _as_others_begin(draft: Draft, style: Style) -> Style:
    """The style with the starting chain that the first round has whose words tell of one for a tall stitch: so do those
    begin that say nothing of it, where no other is asked for."""
    if "start" in style.asked or style.start_chains or style.start != "chain":
        return style
    for r in draft.rounds:
        manner, first = r.worked.manner, r.worked.made[0].kind if r.worked.made else "sc"
        usual = lookup(first).chains
        if manner and manner.start == "chain" and usual and 0 <= usual[0] - manner.chains < usual[0]:
            return replace(style, start_chains=manner.chains + lookup("dc").chains[0] - usual[0], counts=manner.counts)
    return style


def _way(style: Style, new_yarn: bool) -> Way:
    """How a round begins in a style, where another yarn begins it or not."""
    way = Way(style.begins, style.reach, style.join == "sc", new_yarn)
    plain = way == Way(new_yarn=new_yarn) or way == Way(reach="slip stitch", new_yarn=new_yarn)
    return Way(new_yarn=new_yarn) if plain else way


def _in_style(r: DraftRound, style: Style, k: int) -> WorkedRound:
    """The round's fabric with the style's turning and cluster closing."""
    if not style.turn and not style.cluster:
        return r.worked
    key = ("fabric", style.turn, style.cluster, k % 2)
    return r.kept(key, partial(_changed, r.worked, style, k))


def _changed(done: WorkedRound, style: Style, k: int) -> WorkedRound:
    if style.turn and not done.line and not done.extra:
        done = turned_to(done, style.turn == "every round" and k % 2 == 1)
    if style.cluster:
        done = clusters_closed(done, 1 if style.cluster == "closed" else 0)
    return done


def _script(r: DraftRound, done: WorkedRound, hook: int, found: Earlier, style: Style, way: Way) -> Script | None:
    """A round's script, remembered with the round it belongs to."""
    key = (hook, way, style.turn, style.cluster, found.top)
    return r.kept(key, lambda: script_of(done, hook, found, way))


def changed_fabric(draft: Draft, style: Style, rounds: list[Styled]) -> list[str]:
    """What of the fabric a style changes, in the designer's words."""
    out = []
    turned = [s.round.number for s in rounds if s.done.turned != s.round.worked.turned]
    if turned:
        what = "from the wrong side" if style.turn == "every round" else "from the right side"
        out.append(f"Turning changes the fabric: {_rounds(turned)} now worked {what}.")
    closing = [s.round.number for s in rounds if s.done is not s.round.worked and _closes_otherwise(s)]
    if closing:
        what = "now closed with a chain" if style.cluster == "closed" else "no longer closed with a chain"
        out.append(f"The clusters of {_rounds(closing).removesuffix(' are').removesuffix(' is')} are {what}.")
    if style.begin is not None and draft.doc.begin.kind not in ("foundation", style.begin.kind):
        out.append("The centre is another one: the first round's size changes a little.")
    return out


def _closes_otherwise(s: Styled) -> bool:
    had = sorted(m.closing for m in s.round.worked.made)
    return sorted(m.closing for m in s.done.made) != had


def _rounds(numbers: list[int]) -> str:
    if len(numbers) == 1:
        return f"round {numbers[0]} is"
    return f"rounds {', '.join(map(str, numbers[:-1]))} and {numbers[-1]} are"


def not_in_style(s: Styled, style: Style) -> str:
    """Why a round keeps its own way where the style wants another; `` if it doesn't."""
    script = s.script
    if script is None or not script.first:
        return ""
    name = f"{s.round.line.word} {s.round.number}"
    if script.kept:
        return f"{name} keeps its own beginning: {script.kept}."
    kind = script.first[0].kind
    if style.start == "chainless" and kind not in CHAINLESS and lookup(kind).chains:
        return f"{name} keeps its starting chain: nobody begins it chainless."
    if style.start == "standing" and not s.yarns.joins:
        return f"{name} keeps its starting chain: a standing stitch needs a new yarn."
    if style.start == "standing" and not script.direct:
        return f"{name} keeps its starting chain: its first place can't be told without slip stitches."
    if style.join == "sc" and not script.ends_in_space:
        return f"{name} keeps its slip stitch: no corner space is left for the last stitch to close."
    if style.join == "none" and s.done.closed and (s.done.turned or style.turn == "every round"):
        return f"{name} keeps its join: a spiral is never turned."
    spirals = script.first_place.kind in ("ring", "st") and not script.reach
    if style.join == "none" and s.done.closed and not spirals:
        return f"{name} keeps its join: it doesn't begin in the next stitch, as a spiral does."
    return ""
