"""Hook sizes by their names: millimetres, US and old UK sizes.

US names after the Craft Yarn Council's hook table, UK numbers after the old gauge (both from memory).
"""

from __future__ import annotations

import re

US: dict[float, str] = {
    2.25: "B-1",
    2.75: "C-2",
    3.25: "D-3",
    3.5: "E-4",
    3.75: "F-5",
    4.0: "G-6",
    4.5: "7",
    5.0: "H-8",
    5.5: "I-9",
    6.0: "J-10",
    6.5: "K-10½",
    8.0: "L-11",
    9.0: "M/N-13",
    10.0: "N/P-15",
}
UK: dict[float, str] = {
    2.0: "14",
    2.25: "13",
    2.5: "12",
    3.0: "11",
    3.25: "10",
    3.5: "9",
    4.0: "8",
    4.5: "7",
    5.0: "6",
    5.5: "5",
    6.0: "4",
    6.5: "3",
    7.0: "2",
    8.0: "0",
    9.0: "00",
    10.0: "000",
}
_LETTERS = {name.split("-")[0].lower(): mm for mm, name in US.items() if name[0].isalpha()}
_NUMBERS = {name.split("-")[-1]: mm for mm, name in US.items()}


def hook_mm(words: str) -> float | None:
    """The size in mm of a hook as a designer writes it: `5 mm`, `H-8`, `US H`, `UK 6`; None if it can't be told."""
    m = re.search(r"(?<!\d)(\d{1,4}(?:[.,]\d{1,4})?)\s{0,3}mm", words, re.IGNORECASE)
    if m:
        mm = float(m[1].replace(",", "."))
        return mm if 0.5 <= mm <= 30 else None
    m = re.search(r"\buk\s{0,3}(?:(?:no\.?|size)\s{0,3})?(\d{1,3})\b", words, re.IGNORECASE)
    if m:
        return next((mm for mm, name in UK.items() if name == m[1]), None)
    m = re.search(r"\b([B-N])(?:\s*/\s*[NP])?(?:[- ]?(\d{1,2}(?:½|\.5)?))?\b", words)
    if m:
        number = (m[2] or "").replace(".5", "½")
        return _NUMBERS.get(number) or next((mm for k, mm in _LETTERS.items() if k[0] == m[1].lower()), None)
    return None


def hook_name(mm: float, uk: bool) -> str:
    """The size with its name in one country's terms: `5 mm (US H-8)`; mm alone where it has no name."""
    name = (UK if uk else US).get(mm)
    return f"{mm:g} mm" + (f" ({'UK' if uk else 'US'} {name})" if name else "")
