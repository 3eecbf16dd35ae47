"""A published card as one HTML file: everything in it, nothing asked of any network.

What stands in it without its script is a plain table, for a browser that is too old for the script.
"""

from __future__ import annotations

import base64
import hashlib
import json
from collections.abc import Mapping
from html import escape
from typing import Any, Final

from oxgang.texts.language import Language
from oxgang.texts.messages import Texts, texts

# A line of the plain table every so many yards or metres.
EVERY: Final = 5
_MINUS: Final = "\u2212"
_PAGE: Final = """<!doctype html>
<html lang="{language}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; script-src '{script_hash}'; \
style-src '{style_hash}'">
<meta name="robots" content="noindex">
<meta name="referrer" content="no-referrer">
<title>{title}</title>
<style>{style}</style>
</head>
<body>
<main id="card">
{plain}
</main>
<script type="application/json" id="card-content">{content}</script>
<script>{script}</script>
</body>
</html>
"""


def write_card_file(
    content: Mapping[str, Any], *, script: str, style: str, language: Language = Language.ENGLISH
) -> str:
    """The file of a card.

    Parameters
    ----------
    content
        What a phone shows of the card (`matrix.selectors.phone.on_phone`).
    script, style
        The page's own, which are built with the rest of the interface.
    """
    words = texts(language=language)
    # Within a script "</" would end it; in JSON a slash may be escaped.
    data = json.dumps(content, ensure_ascii=False, separators=(",", ":")).replace("<", "\\u003c")
    return _PAGE.format(
        language=language,
        title=escape(words.format("card-file-title", {"student": content["student"]})),
        plain=_plain(content, words),
        content=data,
        script=script,
        style=style,
        script_hash=_hash(script),
        style_hash=_hash(style),
    )


def _hash(text: str) -> str:
    """What a content security policy names an inline script by (W3C, "Content Security Policy Level 3")."""
    return "sha256-" + base64.b64encode(hashlib.sha256(text.encode()).digest()).decode()


def _plain(content: Mapping[str, Any], words: Texts) -> str:
    """The card without a script: a line every five, and each shot with its cue."""
    shots, none = content["shots"], words.format("card-file-none")
    rows = []
    for line in content["lines"]:
        of = line["shot"]
        if line["at"] % EVERY or of is None:
            continue
        add = line.get("add")
        name = shots[of]["name"] if line["near"] or add is not None else none
        if not line["near"] and add is not None:
            name += f" {_MINUS if add < 0 else '+'} {abs(add)}"
        carry = str(shots[of]["carry"]) if name != none else ""
        rows.append(f"<tr><td>{line['at']}<td>{escape(name)}<td>{carry}")
    cues = [f"<p>{escape(shot['name'])}: {escape(shot['cue'])}</p>" for shot in shots if shot["cue"]]
    head = words.format("card-file-head", {name: content[name] for name in ("version", "day", "academy")})
    note = f"<p>{escape(content['note'])}</p>" if content["note"] else ""
    return (
        f"<h1>{escape(content['student'])}</h1><p>{escape(head)}</p>{note}"
        f"<table>{''.join(rows)}</table>{''.join(cues)}"
    )
