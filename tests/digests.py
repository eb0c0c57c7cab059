"""What every text of the tests comes to, kept as digests: a reading that changes shows, even where no count does.

    python tests/digests.py              which texts come to something else than is kept
    python tests/digests.py show [REF]   what changed in them: old lines and new, against the code of a commit (HEAD)
    python tests/digests.py keep         keep what they come to now (after having looked at it)

Kept of each text: its trees, its fabric (kinds, feet, order), its shape and dialect, its findings with their mends.
"""

from __future__ import annotations

import difflib
import hashlib
import json
import os
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from dataclasses import fields, is_dataclass
from pathlib import Path
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from mossring.analysis import Analysis

HERE = Path(__file__).parent
KEPT = HERE / "digests.txt"
ASPECTS = ("tree", "fabric", "shape", "findings")


def texts() -> dict[str, str]:
    """Every text of the tests, by name: patterns, cases, the demo, and the lines of idioms.txt and same_meaning.txt."""
    out = {p.relative_to(HERE.parent).as_posix(): p.read_text() for p in _files()}
    return {**out, **dict(_idioms()), **dict(_pairs())}


def _files() -> Iterator[Path]:
    for folder in ("patterns", "cases", "golden"):
        yield from sorted((HERE / folder).glob("*.txt"))
    yield from sorted((HERE.parent / "demo").glob("*.txt"))


def _idioms() -> Iterator[tuple[str, str]]:
    below = ""
    for number, line in enumerate((HERE / "core/idioms.txt").read_text().splitlines(), 1):
        if line.startswith(("us | ", "uk | ")):
            below = f"Terms: {line[:2].upper()}\n" + line[5:].replace(" / ", "\n") + "\n"
        elif line and not line.startswith("#"):
            word = "Row" if "Row" in below else "Rnd"
            yield f"idioms:{number}", f"{below}{word} {below.count(word) + 1}: {line.split(' | ', 1)[1]}"


def _pairs() -> Iterator[tuple[str, str]]:
    from core.test_reading import groups, motif

    for terms, ground, _, other in groups():
        yield f"same_meaning: {terms} | {ground} | {other}", motif(terms, ground, other)


def come_to(found: Analysis) -> dict[str, str]:
    """What a text comes to, by aspect, as lines to read."""
    draft = found.draft
    rounds = draft.rounds
    return {
        "tree": "\n".join(f"{r.number} {_said(r.tree.body)} {_said(r.tree.stated)} {r.tree.yarn}" for r in rounds),
        "fabric": "\n".join(
            f"{r.number} {'turned ' * r.worked.turned}{r.worked.corners} " + " ".join(map(_stitch, r.worked.made))
            for r in rounds
        ),
        "shape": f"{draft.dialect} {'said' if draft.said_terms else 'found'} {draft.shape.name}",
        "findings": "\n".join(
            f"{f.code} {f.severity} {f.round} {f.start}-{f.end} {f.message} {[x.label for x in f.fixes]}"
            for f in found.findings
        ),
    }


def _said(node: object) -> str:
    """A tree without what it leaves as it mostly is, so that a field more changes nothing where it isn't used."""
    if isinstance(node, tuple):
        return f"({', '.join(map(_said, node))})"
    if not is_dataclass(node):
        return repr(node)
    own = ((f.name, getattr(node, f.name)) for f in fields(node) if getattr(node, f.name) != f.default)
    return f"{type(node).__name__}({', '.join(f'{name}={_said(value)}' for name, value in own)})"


def _stitch(m: object) -> str:
    made = m.kind + str(m.chains or "") + m.part + "~" * m.gap + "!" * m.start + "+" * m.closing  # type: ignore[attr-defined]
    return f"{made}<{','.join(map(str, m.feet))}"  # type: ignore[attr-defined]


def digest(found: Analysis) -> str:
    """Eight characters for each aspect."""
    lines = come_to(found)
    return " ".join(hashlib.blake2b(lines[a].encode("utf-8", "replace"), digest_size=4).hexdigest() for a in ASPECTS)


def kept() -> dict[str, str]:
    """The digests that are kept, by the text's name."""
    lines = (line.rsplit(" ", len(ASPECTS)) for line in KEPT.read_text().splitlines())
    return {name: " ".join(parts) for name, *parts in lines}


def _analyse(text: str) -> Analysis:
    from mossring.analysis import analyse

    return analyse(text)


def _digest_of(text: str) -> str:
    return digest(_analyse(text))


def _all(wanted: dict[str, str]) -> dict[str, str]:
    with ProcessPoolExecutor() as pool:
        return dict(zip(wanted, pool.map(_digest_of, wanted.values(), chunksize=50), strict=True))


def _changed() -> list[str]:
    had, now = kept(), _all(texts())
    return [name for name in now if now[name] != had.get(name)]


def _show(ref: str) -> None:
    root, wanted, changed = HERE.parent, texts(), _changed()
    with tempfile.TemporaryDirectory() as there:
        subprocess.run(["git", "worktree", "add", "-q", "--detach", there, ref], cwd=root, check=True)
        try:
            asked = json.dumps([wanted[name] for name in changed])
            env = {**os.environ, "PYTHONPATH": f"{there}/src"}
            command = [sys.executable, __file__, "lines"]
            out = subprocess.run(command, input=asked, env=env, capture_output=True, text=True, check=True).stdout
        finally:
            subprocess.run(["git", "worktree", "remove", "--force", there], cwd=root, check=True)
    for name, old in zip(changed, json.loads(out), strict=True):
        new = come_to(_analyse(wanted[name]))
        print(f"=== {name}: {', '.join(a for a in ASPECTS if old[a] != new[a])}")
        for aspect in ASPECTS:
            lines = difflib.unified_diff(old[aspect].splitlines(), new[aspect].splitlines(), n=0, lineterm="")
            for line in list(lines)[2:]:
                if not line.startswith("@@"):
                    print(f"  {line[:400]}")
    print(f"{len(changed)} of {len(wanted)} texts come to something else than is kept")


def main(command: str = "changed", ref: str = "HEAD") -> None:
    if command == "lines":
        print(json.dumps([come_to(_analyse(text)) for text in json.load(sys.stdin)]))
    elif command == "keep":
        KEPT.write_text("".join(f"{name} {d}\n" for name, d in _all(texts()).items()))
    elif command == "show":
        _show(ref)
    else:
        print("\n".join(_changed()) or "Every text comes to what is kept.")


if __name__ == "__main__":
    sys.path.insert(0, str(HERE))
    if "PYTHONPATH" not in os.environ:
        sys.path.insert(0, str(HERE.parent / "src"))
    main(*sys.argv[1:])
