"""The texts of the interface, and which of them a language lacks.

`python -m tools.texts de` prints what has no translation yet, in Qt's format for translators, to be filled in and put
into the language's file in kit/resources/languages.
"""

from __future__ import annotations

import ast
import re
import sys
from collections.abc import Iterator
from pathlib import Path
from xml.etree import ElementTree
from xml.sax.saxutils import escape

SOURCE = Path(__file__).parents[1] / "src/yewfinch"
LANGUAGES = SOURCE / "app/kit/resources/languages"
#: What is no sentence for the user: style sheets, SQL, regular expressions, logs, surveys and their authors.
_NONE = re.compile(
    r"px;|image: |menu-indicator|\\[db]|\(\?|%\(|%s|^- at|^ - at|<t[dar]|<table|^(Kd|Ks|Pr|illum) |Source Sans"
    r"|^\s*\{(?!\d)"
    r"|^[A-Z][a-z]+( & [A-Z][a-z]+)?( et al\.)?,? \d{4}|^yewfinch "
)
#: Errors that tell programmers, not sculptors.
_PROGRAMMERS = {"ValueError", "KeyError", "TypeError", "RuntimeError", "NotImplementedError", "AssertionError"}


def texts() -> set[str]:
    """All sentences of the core and of the interface: texts of more than one word, and templates of phrases."""
    found: set[str] = set()
    for folder in ("app", "core"):
        for path in sorted((SOURCE / folder).rglob("*.py")):
            found.update(_of(ast.parse(path.read_text(encoding="utf-8"))))
    return found


def translated(language: str) -> dict[str, list[str]]:
    """The texts that a language has, with their forms."""
    out = {}
    for message in ElementTree.parse(LANGUAGES / f"{language}.ts").iter("message"):
        target = message.find("translation")
        if target is not None:
            forms = [form.text or "" for form in target.iter("numerusform")]
            out[message.findtext("source") or ""] = forms or [target.text or ""]
    return out


def lacking(language: str) -> list[str]:
    """Sentences that a language lacks."""
    return sorted(texts() - set(translated(language)))


def _nodes(top: ast.AST) -> list[ast.AST]:
    """A node and all below it, in no order; a third of the time of `ast.walk`."""
    found, at = [top], 0
    while at < len(found):
        for value in vars(found[at]).values():
            for one in value if isinstance(value, list) else (value,):
                if isinstance(one, ast.AST) and not isinstance(one, ast.expr_context | ast.operator):
                    found.append(one)
        at += 1
    return found


def _of(tree: ast.Module) -> Iterator[str]:
    silent: set[int] = set()
    every = _nodes(tree)
    for node in every:
        if isinstance(node, ast.Module | ast.ClassDef | ast.FunctionDef):
            silent.update(id(b.value) for b in node.body if isinstance(b, ast.Expr))
        elif isinstance(node, ast.JoinedStr | ast.Assert):
            silent.update(map(id, _nodes(node)))
        elif isinstance(node, ast.Raise) and isinstance(node.exc, ast.Call):
            if isinstance(node.exc.func, ast.Name) and node.exc.func.id in _PROGRAMMERS:
                silent.update(map(id, _nodes(node)))
        elif isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "counted":
            silent.add(id(node.args[0]))  # its plural is what is looked up
        elif isinstance(node, ast.Call) and ast.unparse(node.func).startswith(("warmup", "log.", "_log", "logging")):
            silent.update(map(id, _nodes(node)))
    for node in every:
        if isinstance(node, ast.Constant) and isinstance(node.value, str) and id(node) not in silent:
            text = node.value
            words = re.sub(r"\b(mm|cm|px|MB|pt)[²³]?(?!\w)", "", re.sub(r"\{[^}]*\}|Yewfinch", "", text))
            some = " " in text.strip() and re.search("[A-Za-z]{2}", text) and re.search("[A-Za-z]", words)
            if some and len(text) < 900 and not _NONE.search(text):
                yield text


def main() -> None:
    """Print what a language lacks."""
    for text in lacking(sys.argv[1]):
        print(f"<message>\n<source>{escape(text)}</source>\n<translation></translation>\n</message>")


if __name__ == "__main__":
    main()
