"""`mossring check | write | chart | settle | bench`: arguments in, text or JSON out. What only one of them needs is
imported there: a check answers at once."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Sequence

from mossring.analysis import Analysis, analyse, as_data, joins
from mossring.findings import Finding

UNUSABLE = 2


def read_file(path: str) -> str | None:
    """The text of a pattern file; None (and a word on stderr) if it can't be opened. Bad bytes are kept as marks."""
    try:
        with open(path, "rb") as file:
            return file.read().decode("utf-8-sig", "replace")
    except OSError as e:
        print(f"{path}: can't be opened ({e.strerror})", file=sys.stderr)
        return None


def check(args: argparse.Namespace) -> int:
    """Each file by itself; several as JSON are one list, in order. Ends with the worst that any of them ends with."""
    several = len(args.files) > 1
    worst, found = 0, []
    for path in args.files:
        text = read_file(path)
        if text is None:
            worst = UNUSABLE
            continue
        result = analyse(text, args.terms)
        if args.json:
            found.append({"file": path, **as_data(result)} if several else as_data(result))
        else:
            print(f"== {path}\n" * several, end="")
            print_report(result, text)
        unusable = any(f.code == "MR108" for f in result.findings)
        worst = max(worst, UNUSABLE if unusable else int(result.stopped))
    if found:
        print(_as_json(found if several else found[0]))
    return worst


def print_report(result: Analysis, text: str) -> None:
    """The answer for people: a line a round, then the findings with their lines."""
    draft = result.draft
    print(f"{draft.doc.title or 'Untitled'} · {draft.dialect.upper()} terms · {draft.shape.name}")
    for r in draft.rounds:
        done = r.worked
        counts = ", ".join(f"{n} {k}" for k, n in [*done.counts().items(), *done.spaces().items()])
        sides = f"  [{' '.join(map(str, done.per_side()))} a side]" if done.corners else ""
        told = f"{counts}{sides}  {r.entry.verdict}"
        if r.number in result.making:
            told = f"in the making: {counts or 'nothing'} so far"
        print(f"  {r.line.word} {r.number}: {told}" + "".join(map("; {}".format, joins(done))))
    for f in result.findings:
        print_finding(f, text)
    if result.size:
        length = f" by {result.size.length / 10:.1f}" if result.size.length else ""
        across = f"about {result.size.side_to_side / 10:.1f}{length} cm across"
        print(f"{result.verdict}; {across}" + ("" if result.size.measured else " by default gauge"))


def print_finding(f: Finding, text: str) -> None:
    line = text.count("\n", 0, f.start) + 1
    print(f"{f.code} {f.severity}, line {line}: {f.message} {f.why}".rstrip())
    for fix in f.fixes:
        print(f"    mend: {fix.label}")


def write(args: argparse.Namespace) -> int:
    from pathlib import Path

    from mossring.publishing import ORDER, publish
    from mossring.styles import own_style, read_style
    from mossring_press import parcel, printed

    text = read_file(args.file)
    if text is None:
        return UNUSABLE
    result = analyse(text)
    style = read_style(args.style or "", own_style(result.draft.doc.style))
    sections = [s.strip() for s in args.sections.split(",")] if args.sections else ORDER
    for unknown in (s for s in sections if s not in ORDER):
        print(f"“{unknown}” is no section that I know: {', '.join(ORDER)}", file=sys.stderr)
    plain = args.wording == "plain"
    document = publish(result, args.terms, style, plain=plain, sections=sections)
    for note in (*document.doubts, *document.sheet.cannot, *document.sheet.changes):
        print(note, file=sys.stderr)
    if args.format == "parcel":
        name = Path(args.file).stem
        data = parcel(result, style, name, plain=plain, paper=args.paper, sections=tuple(sections))
    else:
        data = printed(document, args.format, args.paper)
        if not data:
            print("There is no chart: nothing is worked yet, or too much for a page.", file=sys.stderr)
            return UNUSABLE
    return _out(args.out, data) or (1 if result.stopped else 0)


def _as_json(data: object) -> str:
    import json

    return json.dumps(data, ensure_ascii=False, indent=1)


def _out(path: str | None, content: str | bytes) -> int:
    data = content.encode() if isinstance(content, str) else content
    if path is None:
        sys.stdout.buffer.write(data)
        return 0
    try:
        with open(path, "wb") as file:
            file.write(data)
    except OSError as e:
        print(f"{path}: can't be written ({e.strerror})", file=sys.stderr)
        return UNUSABLE
    return 0


def chart(args: argparse.Namespace) -> int:
    from mossring_cli.chart import picture_of

    text = read_file(args.file)
    if text is None:
        return UNUSABLE
    result = analyse(text)
    svg = picture_of(result.draft, args)
    if not svg:
        print("There is no chart of so many stitches that anyone could follow: try --as fabric.", file=sys.stderr)
        return UNUSABLE
    form = args.format or (args.out or "").rpartition(".")[2].lower()
    data: str | bytes = svg
    if form in ("pdf", "png"):
        from mossring_press import pictured

        data = pictured(svg, form)
    return _out(args.out, data) or (1 if result.stopped else 0)


def settle(args: argparse.Namespace) -> int:
    from mossring.chart import as_svg, draw
    from mossring.relaxed import relax
    from mossring_cli.settle import lie_data, print_lie

    text = read_file(args.file)
    if text is None:
        return UNUSABLE
    result = analyse(text)
    found = relax(result.draft)
    if found is None:
        print("There is no fabric to settle, or too much of it.", file=sys.stderr)
        return UNUSABLE
    if args.json:
        print(_as_json(lie_data(result.draft, found)))
    else:
        print_lie(result.draft, found)
    if args.out:
        plane = {n: (x, y) for n, (x, y, _) in found.plane.items()}
        drawn = draw(result.draft, plane)
        return _out(args.out, as_svg(drawn, result.draft.doc.title or "Untitled motif"))
    return 1 if result.stopped else 0


def bench(args: argparse.Namespace) -> int:
    from mossring_cli.bench import run

    return run(quick=args.quick)


def parser() -> argparse.ArgumentParser:
    p = argparse.ArgumentParser(prog="mossring", description="Work, proofread and write crochet motifs.")
    commands = p.add_subparsers(dest="command", required=True, prog="mossring")
    c = commands.add_parser("check", help="work pattern files and say what is found")
    c.add_argument("files", nargs="+", metavar="file")
    c.add_argument("--terms", choices=("us", "uk"), help="read the file in these terms whatever it says")
    c.add_argument("--json", action="store_true")
    c.set_defaults(run=check)
    w = commands.add_parser("write", help="write a pattern file out in US or UK terms")
    w.add_argument("file")
    w.add_argument("--terms", choices=("us", "uk"), required=True)
    w.add_argument("--paper", choices=("a4", "letter"), default="a4", help="of a page to print")
    w.add_argument("--sections", help="which sections, in what order, with commas between")
    w.add_argument("--style", help="as in a Style: line")
    w.add_argument("--wording", choices=("short", "plain"), default="short", help="abbreviations, or full words")
    w.add_argument(
        "--format",
        choices=("text", "markdown", "html", "pdf", "json", "svg", "png", "parcel"),
        default="text",
        help="svg, png: the chart alone",
    )
    w.add_argument("-o", "--out")
    w.set_defaults(run=write)
    d = commands.add_parser("chart", help="draw a pattern file: its chart, or the fabric")
    d.add_argument("file")
    d.add_argument("--as", dest="look", choices=("chart", "settled", "fabric"), default="chart")
    d.add_argument("--terms", choices=("us", "uk"), help="of the key (else those of the file)")
    d.add_argument("--style", help="as in a Style: line")
    d.add_argument("--ink", choices=("two", "yarn", "black"), default="two", help="two inks, the yarns' or one")
    d.add_argument("--whole", action="store_true", help="of many rounds too all sides, not one")
    d.add_argument("--format", choices=("svg", "pdf", "png"), help="else what the name of the file says")
    d.add_argument("-o", "--out")
    d.set_defaults(run=chart)
    s = commands.add_parser("settle", help="let the fabric come to rest and say how it lies")
    s.add_argument("file")
    s.add_argument("--json", action="store_true")
    s.add_argument("-o", "--out", help="draw it as it lies, as an SVG")
    s.set_defaults(run=settle)
    b = commands.add_parser("bench", help="measure the speed of the core, as ratios in one run")
    b.add_argument("--quick", action="store_true")
    b.set_defaults(run=bench)
    return p


def main(argv: Sequence[str] | None = None) -> int:
    args = parser().parse_args(argv)
    return int(args.run(args))


if __name__ == "__main__":
    sys.exit(main())
