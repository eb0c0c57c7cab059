"""The words the reader knows, number words, and the nearest known word to a slip of the fingers."""

from __future__ import annotations

from difflib import get_close_matches
from functools import cache, lru_cache

from mossring.stitches.table import lookup
from mossring.stitches.terms import Dialect, spellings

NUMBERS = {
    w: i
    for i, w in enumerate(
        [
            "zero",
            "one",
            "two",
            "three",
            "four",
            "five",
            "six",
            "seven",
            "eight",
            "nine",
            "ten",
            "eleven",
            "twelve",
            "thirteen",
            "fourteen",
            "fifteen",
            "sixteen",
            "seventeen",
            "eighteen",
            "nineteen",
            "twenty",
        ]
    )
}
NUMBERS |= {w: 10 * k for k, w in enumerate(("thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety"), 3)}
TIMES = {"once": 1, "twice": 2, "thrice": 3}
SHORT = {
    "ea": "each",
    "hk": "hook",
    "adj": "adjustable",
    "tbl": "blo",
    "tfl": "flo",
    "nxt": "next",
    "rpt": "rep",
    "repeated": "rep",
    "repeating": "rep",
    "jn": "join",
    "col": "colour",
    "color": "colour",
    "shade": "colour",
    "final": "last",
    "onto": "into",
    "bet": "between",
    "btw": "between",
    "btwn": "between",
    "tch": "ch",
    "cnr": "corner",
    "cnrs": "corners",
    "point": "corner",
    "points": "corners",
    "asterisk": "*",
    "asterisks": "*",
    "stem": "post",
    "stems": "posts",
}
"""Shorter ways of the notebook."""
PLACING = frozenset({"next", "each", "every", "same", "post", "posts", "corresponding", "following"})
"""Before one of these `round` means around."""
ORDINALS = {"second": 2, "third": 3, "fourth": 4, "fifth": 5, "sixth": 6}
FILL = frozenset(
    {
        "of",
        "more",
        "work",
        "working",
        "worked",
        "make",
        "then",
        "now",
        "all",
        "start",
        "begin",
        "with",
    }
)
"""Words that carry no meaning of their own where an instruction may stand."""

PHRASES: dict[str, tuple[tuple[tuple[str, ...], str], ...]] = {
    "as": ((("as", "far", "as"), "to"),),
    "up": ((("up", "until"), "until"), (("up", "as", "far", "as"), "to")),
    "until": (
        (("until", "you", "reach"), "to"),
        (("until", "you", "get", "to"), "to"),
        (("until", "you", "come", "to"), "to"),
        (("until", "you", "arrive", "at"), "to"),
        (("until", "reaching"), "to"),
    ),
    "that": ((("that", "are", "left"), "left"), (("that", "remain"), "left"), (("that", "is", "left"), "left")),
    "which": ((("which", "are", "left"), "left"), (("which", "remain"), "left")),
    "in": (
        (("in", "between"), "between"),
        (("in", "eye", "of"), "in"),
        (("in", "order", "to"), "to"),
        (("in", "place", "of"), "instead"),
    ),
    "into": ((("into", "eye", "of"), "into"),),
    "instead": ((("instead", "of"), "instead"),),
    "main": ((("main", "colour"), "mc"), (("main", "color"), "mc")),
    "contrast": ((("contrast", "colour"), "cc"), (("contrast", "color"), "cc")),
    "on": ((("on", "top", "of"), "in"),),
    "carry": ((("carry", "on"), "continue"),),
    "keep": ((("keep", "going"), "continue"), (("keep", "on"), "continue")),
}
"""Several words that say what one does, by the first of them."""

ARTICLES = frozenset({"a", "an", "the", "An", "The", "THE", "our", "we", "We", "another", "your", "Your"})
"""Articles and who works: they change nothing that is made. A capital A is a yarn."""

A_STITCH = frozenset({"ss", "sl", "slip", "magic", "ring", "standing"})
"""Before one of these a capital A is no yarn: `JOIN WITH A SS`."""

ADVERBS = frozenset(
    {
        "very",
        "plain",
        "straight",
        "loosely",
        "tightly",
        "carefully",
        "gently",
        "neatly",
        "firmly",
        "simply",
        "evenly",
        "spaced",
        "invisible",
    }
    | {"invisibly"}
)
"""How something is to be worked: nothing that changes the fabric."""

_COLOURS = """
white cream ivory ecru beige natural black grey gray charcoal silver red rose pink coral peach orange rust gold
mustard yellow lemon lime green olive sage mint moss teal turquoise aqua blue navy denim indigo violet purple lilac
lavender plum mauve brown tan camel copper main contrast contrasting light dark pale deep bright
"""
COLOURS = frozenset(_COLOURS.split())
"""Words by which a yarn may be called (`with cream`, `join blue in any corner`)."""
BEFORE_YARN = frozenset(
    {"with", "using", "join", "attach", "to", "off", "colour", "color", "yarn", "in", "change", "cut", "break", "drop"}
)

_PLAIN = """
a above across add adding additional adjustable after again all along also alternate alternately alternating an and
any arch arches are around as asterisks at attach b back bar base before beg began begin beginning beginning's begins
behind being below beneath between bit bl blo block blocks bls bob bobble bobbles bone both bottom brackets brass
break bump bumps but by center centre centres chain chainless chains change changing circle cl close closed closing
cls cluster clusters cm col color colors colour colours complete completed cont continue continuing continuous corner
corner's corners corresponding count counted counting counts created crochet curtain cut darn dec decrease decreases
decs ditto do does doesn't don't done dont down draw drop dropped each edge edging elongated end ending ends
established even evenly every except extra f faces facing fan fans fasten fill filled final finger fingers finish
finishing first fl flo fls fo foll followed following for form formed forming forms foundation free from front gap
gaps gets gives giving going grab granny group groups grp grps half has have having here hold holder holding hole
holes hook horizontal in inbetween inc inch including increase increases increasing incs initial insert instead into
is it join joined joining just keep key knot last leave leaving left leg legs lengthwise like live long loop loops
loosely lots lp lps made magic make makes making manner mark marked marker markers mb mc metal middle miss missed
missing mm more move mr nc never new next no none not nothing now number o of off omit omitting on once one ones only
opposite or other others out over pair pairs park part past pattern pc pcs per petal petals pick place placed places
placing plastic plus pm point points pop popcorn popcorns pops post posts preceding prev previous prior pull pulled
put putting rd rds receives reinsert rem remain remainder remaining remains remove removed rep repeat repeated
repeating repeats replaced reps rest return ridge right ring rnd rnds rotate round rounds row rows rs s same scallop
scallops section separated set sew shell shells should side sides sk skip skipped skipping sl slide sliding slip so
solid sp space spaces spike spiral spirals sps st stand standing stars start started starting starts step stitch
stitches stop stopping sts surface switch switching tail take than that the their them then there thereafter these
this those thrice through throughout thru tight tighten tightly tile tiles time times tip tips tlo to tog together top
total travel turn turned turning twice twist under underside until unused unworked up us use using usual way weave
where which will wind with withdraw within without wooden work worked working wrap wrong ws x yarn yarns yo you you've
your yrh
"""
_ALIASES = {"omit": "skip"}


@cache
def vocabulary(dialect: Dialect) -> frozenset[str]:
    """Every word the reader understands in a dialect's texts, lower case."""
    words = set(_PLAIN.split()) | set(NUMBERS) | set(TIMES) | set(ORDINALS)
    for spelling in (*spellings("us"), *spellings("uk")):
        words.update(spelling)
    return frozenset(words)


@cache
def _offered(dialect: Dialect) -> list[str]:
    """Words worth suggesting: long enough that a near miss is a slip and not another word."""
    own = {w for spelling, key in spellings(dialect).items() if not _rare(key) for w in spelling}
    return sorted({w for w in _PLAIN.split() if len(w) > 2} | own | set(NUMBERS))


@cache
def _abbreviations(dialect: Dialect) -> list[str]:
    alone = (spelling[0] for spelling, key in spellings(dialect).items() if len(spelling) == 1 and not _rare(key))
    return sorted({"ch", "sk", *alone})


def _rare(key: str) -> bool:
    """Whether a stitch is met so seldom that no slip of the pen is meant to be it."""
    return lookup(key).made == "extended"


@lru_cache(maxsize=2048)
def nearest(word: str, dialect: Dialect) -> str | None:
    """The known word that `word` was probably meant to be, or None."""
    if word in _ALIASES:
        return _ALIASES[word]
    if len(word) > 24:
        return None
    swapped = [w for w in _abbreviations(dialect) if sorted(w) == sorted(word) and len(w) == len(word)]
    if swapped:  # two letters the wrong way round
        return swapped[0]
    cutoff = 0.66 if len(word) <= 4 else 0.75
    close = get_close_matches(word, _offered(dialect), n=3, cutoff=cutoff)
    same_first = [w for w in close if w[0] == word[0]]
    return next(iter(same_first or close), None)


def unmistakable(word: str, dialect: Dialect) -> bool:
    """Whether a misspelt word is long, and near one known word only (and its plural)."""
    close = get_close_matches(word.lower(), _offered(dialect), n=4, cutoff=0.75)
    return len(word) > 4 and len({w.rstrip("s") for w in close}) == 1
