"""The help: a page of Markdown from each room, the keys from the records of the menus, and the landmarks."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path

from PyQt6.QtGui import QTextCursor
from PyQt6.QtWidgets import (
    QDialog,
    QDialogButtonBox,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QListWidget,
    QMessageBox,
    QTextBrowser,
    QVBoxLayout,
    QWidget,
)

from yewfinch import __version__
from yewfinch.app.kit.speech import shown, speech
from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.shared.phrases import in_a_row, phrase

#: Space round a page and below each of its paragraphs, pixels.
_MARGIN, _BETWEEN = 18, 9
#: Breadth of the list of pages, pixels.
_LIST = 280
#: Pages of the shell itself.
OWN = Path(__file__).parents[1] / "help"
#: Pictures on the pages, taken by tools/shots.py.
PICTURES = OWN / "pictures"


class HelpDialog(QDialog):
    """Titles on the left, the page on the right.

    Parameters
    ----------
    actions : ActionTable
    pages : sequence of Path
        Files of Markdown in the order in which they are listed; a first heading names each.
    """

    def __init__(self, actions: ActionTable, pages: Sequence[Path], parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowTitle("Help")
        self.resize(930, 640)
        column = QVBoxLayout(self)
        row = QHBoxLayout()
        left = QVBoxLayout()
        self.line = QLineEdit()
        self.line.setPlaceholderText("Search the help")
        self.line.setAccessibleName("search the help")
        self.line.setClearButtonEnabled(True)
        self.line.setFixedWidth(_LIST)
        self.line.textChanged.connect(self._search)
        self.line.returnPressed.connect(self.find_next)
        self.titles = QListWidget()
        self.titles.setAccessibleName("pages of the help")
        self.titles.setFixedWidth(_LIST)
        self.note = QLabel()
        self.note.setProperty("soft", True)
        self.note.setWordWrap(True)
        self.note.setFixedWidth(_LIST)
        for widget in (self.line, self.titles, self.note):
            left.addWidget(widget)
        self.text = QTextBrowser()
        self.text.setSearchPaths([str(PICTURES)])
        row.addLayout(left)
        row.addWidget(self.text, 1)
        column.addLayout(row)
        texts = _texts(pages)
        self.pages = {
            **{_title(text): text for text in texts},
            shown("Keys"): shown(_keys(actions)),
            shown("Landmarks"): shown(_landmarks()),
        }
        self.titles.addItems(list(self.pages))
        self.titles.currentTextChanged.connect(self._show)
        self.titles.setCurrentRow(0)
        buttons = QDialogButtonBox(QDialogButtonBox.StandardButton.Close)
        buttons.rejected.connect(self.reject)
        column.addWidget(buttons)

    def _search(self, typed: str) -> None:
        """List the pages that have what is typed, and mark it on the first of them."""
        words = typed.strip().lower()
        has = [words in text.lower() for text in self.pages.values()]
        for i, found in enumerate(has):
            item = self.titles.item(i)
            assert item is not None
            item.setHidden(not found)
        count = sum(has)
        self.note.setText("" if not words else phrase("On {0} pages.", count) if count != 1 else "On one page.")
        if words and not count:
            self.note.setText(phrase("No page has '{0}'.", typed.strip()))
            return
        if not has[max(self.titles.currentRow(), 0)]:
            self.titles.setCurrentRow(has.index(True))
        self.look_for(typed.strip())

    def look_for(self, words: str) -> None:
        """Show the first place of the page that has some words, marked."""
        self.text.moveCursor(QTextCursor.MoveOperation.Start)
        if words:
            self.text.find(words)

    def find_next(self) -> None:
        """The next place with what is searched: on this page, else on the next one."""
        words = self.line.text().strip()
        if not words or self.text.find(words):
            return
        rows = [i for i in range(self.titles.count()) if not self._hidden(i)]
        if rows:
            later = [i for i in rows if i > self.titles.currentRow()]
            self.titles.setCurrentRow((later or rows)[0])
            self.look_for(words)

    def _hidden(self, row: int) -> bool:
        item = self.titles.item(row)
        return item is None or item.isHidden()

    def turn_to(self, title: str) -> None:
        """Show a page by its title, if there is one of it."""
        if title in self.pages:
            self.titles.setCurrentRow(list(self.pages).index(title))

    def _show(self, title: str) -> None:
        """Show a page; Markdown says nothing of the space between its paragraphs."""
        self.text.setMarkdown(self.pages[title])
        document = self.text.document()
        assert document is not None
        document.setDocumentMargin(_MARGIN)
        cursor, block = QTextCursor(document), document.begin()
        while block.isValid():
            if block.textList() is None and QTextCursor(block).currentTable() is None:
                cursor.setPosition(block.position())
                form = block.blockFormat()
                form.setBottomMargin(_BETWEEN)
                cursor.setBlockFormat(form)
            block = block.next()


def title_of(page: Path) -> str:
    """The title of a page in a file."""
    return _title(_in_language(page))


def help_pages(pages: Sequence[Path]) -> dict[str, str]:
    """Texts of the written pages by their titles, of which the rooms have these files."""
    return {_title(text): text for text in _texts(pages)}


def titles_of(pages: Sequence[Path]) -> list[str]:
    """Titles of all pages, of which the rooms have these files."""
    return [*(_title(text) for text in _texts(pages)), shown("Keys"), shown("Landmarks")]


def _texts(pages: Sequence[Path]) -> list[str]:
    return [_in_language(page) for page in (OWN / "bench.md", *pages, OWN / "files.md")]


def _in_language(page: Path) -> str:
    """A page in the language that is spoken, else in English."""
    there = page.with_suffix(f".{speech.language}.md")
    return (there if there.exists() else page).read_text(encoding="utf-8")


def _title(text: str) -> str:
    """The first heading of a page."""
    return text.splitlines()[0].lstrip("# ")


def _keys(actions: ActionTable) -> str:
    rows = in_a_row(
        "\n", (phrase("| {0} | **{1}** | {2} |", a.title, _safe(a.keys), _safe(a.tip)) for a in actions if a.keys)
    )
    return phrase("# Keys\n\n| what | key | |\n|---|---|---|\n{0}\n", rows)


def _landmarks() -> str:
    rows = in_a_row(
        "\n",
        (
            phrase("| `{0}` | {1} | {2} |", key, m.plain, _safe(m.definition))
            for key, m in LANDMARKS.items()
            if m.side >= 0
        ),
    )
    told = "Abbreviations as used in files; `_l` and `_r` are the sitter's own left and right."
    return phrase("# Landmarks\n\n{0}\n\n| key | landmark | where it lies |\n|---|---|---|\n{1}\n", told, rows)


def _safe(text: str) -> str:
    """Text that is no Markdown."""
    return "".join(f"\\{c}" if c in r"\`*_[]|<>" else c for c in text)


def about(parent: QWidget) -> None:
    """Version and licences."""
    QMessageBox.about(
        parent, "About Yewfinch",
        phrase("<b>Yewfinch {0}</b><p>A bench for portrait sculptors that measures "
            "likeness.<p>GPL-3.0-or-later. Font: Source Sans Pro (SIL Open Font License). Icons: "
            "Phosphor (MIT).", __version__),
    )  # fmt: skip
