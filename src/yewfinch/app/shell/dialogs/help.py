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
from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS

#: Space round a page and below each of its paragraphs, pixels.
_MARGIN, _BETWEEN = 18, 9
#: Pages of the shell itself.
OWN = Path(__file__).parents[1] / "help"


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
        self.resize(860, 640)
        column = QVBoxLayout(self)
        row = QHBoxLayout()
        left = QVBoxLayout()
        self.line = QLineEdit()
        self.line.setPlaceholderText("Search the help")
        self.line.setAccessibleName("search the help")
        self.line.setClearButtonEnabled(True)
        self.line.setFixedWidth(210)
        self.line.textChanged.connect(self._search)
        self.line.returnPressed.connect(self.find_next)
        self.titles = QListWidget()
        self.titles.setAccessibleName("pages of the help")
        self.titles.setFixedWidth(210)
        self.note = QLabel()
        self.note.setProperty("soft", True)
        self.note.setWordWrap(True)
        self.note.setFixedWidth(210)
        for widget in (self.line, self.titles, self.note):
            left.addWidget(widget)
        self.text = QTextBrowser()
        row.addLayout(left)
        row.addWidget(self.text, 1)
        column.addLayout(row)
        texts = _texts(pages)
        self.pages = {**{_title(text): text for text in texts}, "Keys": _keys(actions), "Landmarks": _landmarks()}
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
        for i, shown in enumerate(has):
            item = self.titles.item(i)
            assert item is not None
            item.setHidden(not shown)
        count = sum(has)
        self.note.setText("" if not words else f"On {count} pages." if count != 1 else "On one page.")
        if words and not count:
            self.note.setText(f"No page has '{typed.strip()}'.")
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
    return _title(page.read_text(encoding="utf-8"))


def titles_of(pages: Sequence[Path]) -> list[str]:
    """Titles of all pages, of which the rooms have these files."""
    return [*(_title(text) for text in _texts(pages)), "Keys", "Landmarks"]


def _texts(pages: Sequence[Path]) -> list[str]:
    return [page.read_text(encoding="utf-8") for page in (OWN / "bench.md", *pages, OWN / "files.md")]


def _title(text: str) -> str:
    """The first heading of a page."""
    return text.splitlines()[0].lstrip("# ")


def _keys(actions: ActionTable) -> str:
    rows = "\n".join(f"| {a.title} | **{_safe(a.keys)}** | {_safe(a.tip)} |" for a in actions if a.keys)
    return f"# Keys\n\n| what | key | |\n|---|---|---|\n{rows}\n"


def _landmarks() -> str:
    rows = "\n".join(f"| `{key}` | {m.plain} | {_safe(m.definition)} |" for key, m in LANDMARKS.items() if m.side >= 0)
    told = "Abbreviations as used in files; `_l` and `_r` are the sitter's own left and right."
    return f"# Landmarks\n\n{told}\n\n| key | landmark | where it lies |\n|---|---|---|\n{rows}\n"


def _safe(text: str) -> str:
    """Text that is no Markdown."""
    return "".join(f"\\{c}" if c in r"\`*_[]|<>" else c for c in text)


def about(parent: QWidget) -> None:
    """Version and licences."""
    QMessageBox.about(
        parent, "About Yewfinch",
        f"<b>Yewfinch {__version__}</b><p>A bench for portrait sculptors that measures likeness."
        "<p>GPL-3.0-or-later. Font: Source Sans Pro (SIL Open Font License). "
        "Icons: Phosphor (MIT).",
    )  # fmt: skip
