"""The press: what turns a document into print, with the text faces it brings along."""

from mossring_press.parcel import ENDINGS, parcel, printed
from mossring_press.picture import pictured

__all__ = ["ENDINGS", "parcel", "pictured", "printed"]
