"""The canon of thirds and fifths."""

from __future__ import annotations

from PyQt6.QtWidgets import QLabel

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.kit import theme
from yewfinch.app.kit.speech import length
from yewfinch.core.anatomy.lore.canon import Share, canons
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import in_a_row, phrase


class CanonPanel(LivePanel):
    """Thirds and fifths of the clay. A guide, never an error."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench)
        column = self.column
        self.text = QLabel()
        self.text.setWordWrap(True)
        column.addWidget(self.text)
        note = QLabel("Each canon fits only a minority of real faces.")
        note.setProperty("soft", True)
        note.setWordWrap(True)
        column.addWidget(note)
        self.begin()

    def refresh(self) -> None:
        """Measure again."""
        points = self.bench.portrait.landmarks()
        solution = self.bench.portrait.sitter.solution
        seen = {} if solution is None else solution.landmarks()
        rows = [row for canon in canons() for row in _rows(canon.title, canon.shares(points), canon.shares(seen))]
        self.text.setText("<table width='100%' cellspacing='0' cellpadding='2'>" + in_a_row("", rows) + "</table>")


def _rows(heading: str, shares: list[Share], sitter: list[Share]) -> list[str]:
    soft = theme.palette().soft
    heads = in_a_row(
        "", (phrase("<td align='right' style='color:{0}'>{1}</td>", soft, t) for t in ("sitter", "clay", "mm", "canon"))
    )
    out = [phrase("<tr><td><b>{0}</b></td>{1}</tr>", heading, heads)]
    for i, s in enumerate(shares):
        theirs = phrase("{0:.0f} %", sitter[i].share * 100) if sitter else "-"
        out.append(
            phrase(
                "<tr><td>{0}</td><td align='right'>{1}</td><td align='right'>{2:.0f} %</td><td "
                "align='right'>{3}</td><td align='right' style='color:{4}'>{5:.0f} %</td></tr>",
                s.title,
                theirs,
                s.share * 100,
                length(s.size),
                soft,
                s.ideal * 100,
            )
        )
    if not shares:
        out.append(phrase("<tr><td colspan='5' style='color:{0}'>needs landmarks that are not placed</td></tr>", soft))
    return out
