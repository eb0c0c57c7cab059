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
    "bet": "between",
    "btw": "between",
    "btwn": "between",
    "tch": "ch",
    "cnr": "corner",
    "cnrs": "corners",
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
    "in": ((("in", "between"), "between"), (("in", "order", "to"), "to"), (("in", "place", "of"), "instead")),
    "instead": ((("instead", "of"), "instead"),),
    "main": ((("main", "colour"), "mc"), (("main", "color"), "mc")),
    "contrast": ((("contrast", "colour"), "cc"), (("contrast", "color"), "cc")),
    "on": ((("on", "top", "of"), "in"),),
    "carry": ((("carry", "on"), "continue"),),
    "keep": ((("keep", "going"), "continue"),),
}
"""Several words that say what one does, by the first of them."""

ARTICLES = frozenset({"a", "an", "the", "An", "The", "THE", "our", "we", "We", "another"})
"""Articles and who works: they change nothing that is made. A capital A is a yarn."""

A_STITCH = frozenset({"ss", "sl", "slip", "magic", "ring", "standing"})
"""Before one of these a capital A is no yarn: `JOIN WITH A SS`."""

ADVERBS = frozenset(
    {"loosely", "tightly", "carefully", "gently", "neatly", "firmly", "simply", "evenly", "spaced", "invisible"}
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
a across add again all along alternately bit alternating an and any around as at attach b back before beg began
beginning begin begins between both bottom center centre centres chain chains change changing switching yarns chainless circle close
closing col color colors colour colours continue corner corners count counted counting counts crochet do does doesn't dont don't drop
each edge end ending ends every evenly except fasten finish first foll following for foundation from front gap gaps
group groups has have hook in inc increase increases incs into is it join joined joining just last leave left
lengthwise loop loops lots lp lps magic make making mark marker miss missed missing move more new nc next no not now number of
off on once one only or other out over past place placed places pm plus pull put rem remain remaining rep repeat
repeated repeating repeats reps rest ring rnd rnds rd rds round rounds row rows rs same set shell shells side sides sk
skip skipped skipping sl slide slip travel sp space spaces sps st stand standing start starting stitch stitches sts switch tail that
the them then thereafter this through throughout time times to together top total turn turned twice thrice under until
up use using usual weave with within without work worked working wrong right ws x yarn you your here beginning's per
form forming adjustable sliding loosely tightly twist cl cls cluster clusters pc pcs pop pops popcorn popcorns bobble
bobbles bob tog leg legs half post posts made mr starts thru leaving omit scallop scallops plastic metal bone brass
wooden curtain key blo flo tlo bl fl bls fls bar horizontal dec decrease decreases decs closed fan fans grp grps
opposite petal petals including cut finishing spiral spirals continuous tight base corner's behind below down park pick
return markers remainder unused unworked free previous prev corresponding ditto started turning inbetween their adding
having extra additional brackets omitting middle instead knot mb gap gaps hole holes arch arches pair pairs points
point tip tips edging underside never tighten draw break established way manner pattern increasing cont keep continuing
above so but initial placing putting also rotate final nothing none bump bumps ridge remains facing faces us after step
gives makes giving should will are like take insert withdraw yo yrh going these those you've long spike elongated
dropped which mc replaced being by formed created than there done completed others ones s f o fo wind wrap finger
fingers section part granny solid separated followed marked remove removed pulled grab reinsert even fill filled gets
receives stars asterisks stopping stop complete preceding prior beneath darn sew alternate where
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
