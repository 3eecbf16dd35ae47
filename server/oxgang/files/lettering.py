"""Letters on paper: the typeface of the screens, with what European names are written in.

The fonts of a PDF reader end at Latin-1: a Łukasz or a Ξένια would come out as black boxes.
"""

from __future__ import annotations

from importlib.resources import files
from typing import Final

from reportlab.pdfbase.pdfmetrics import registerFont, stringWidth
from reportlab.pdfbase.ttfonts import TTFont

REGULAR: Final = "Oxgang"
BOLD: Final = "Oxgang-Bold"
ITALIC: Final = "Oxgang-Italic"

# Of the room for a text, the share that may not be lost to a cut behind a word.
MOST: Final = 0.6

_FILES: Final = {
    REGULAR: "SourceSansPro-Regular.ttf",
    BOLD: "SourceSansPro-Bold.ttf",
    ITALIC: "SourceSansPro-It.ttf",
}

for _name, _file in _FILES.items():
    registerFont(TTFont(_name, str(files("font_source_sans_pro") / "files" / _file)))


def fitted(text: str, font: str, size: float, width: float) -> str:
    """The text, cut with an ellipsis where it is wider than `width` [points]: behind a word, when
    that leaves most of what there is room for."""
    if stringWidth(text, font, size) <= width:
        return text
    kept = text
    while kept and stringWidth(f"{kept}…", font, size) > width:
        kept = kept[:-1]
    word = kept.rfind(" ")
    if not text[len(kept) :].startswith(" ") and word > len(kept) * MOST:
        kept = kept[:word]
    return f"{kept.rstrip()}…"
