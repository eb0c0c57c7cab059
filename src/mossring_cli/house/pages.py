"""The manual pages of the findings, made from the rules: `python -m mossring_cli.house.pages`."""

from __future__ import annotations

from mossring.findings import RULES
from mossring_cli.house.start import ROOT

FOLDER = ROOT / "docs" / "findings"
_MEANS = {
    "stop": "It keeps the motif from being worked as written.",
    "warn": "The motif can be worked; look at this before anyone follows it.",
    "hint": "Nothing need be changed.",
}


def page(code: str, severity: str, doc: str) -> str:
    """The page of one rule from its docstring: the first line is the title, the rest the text."""
    title, _, rest = doc.strip().partition("\n")
    return f"# {code}: {title.rstrip('.')}\n\n**{severity}.** {_MEANS[severity]}\n\n{rest.strip()}\n"


def main() -> None:
    FOLDER.mkdir(parents=True, exist_ok=True)
    lines = ["# Findings", "", "| code | what it says | severity |", "|---|---|---|"]
    for rule in RULES:
        (FOLDER / f"{rule.CODE}.md").write_text(page(rule.CODE, rule.SEVERITY, rule.__doc__ or ""))
        title = (rule.__doc__ or "").strip().splitlines()[0].rstrip(".")
        lines.append(f"| [{rule.CODE}]({rule.CODE}.md) | {title} | {rule.SEVERITY} |")
    (FOLDER / "README.md").write_text("\n".join(lines) + "\n")


if __name__ == "__main__":
    main()
