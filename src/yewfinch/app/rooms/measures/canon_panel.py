"""The canon of thirds and fifths."""

from __future__ import annotations

from PyQt6.QtWidgets import QLabel

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.kit import theme
from yewfinch.core.anatomy.lore.canon import Share, canons
from yewfinch.core.session.bench import Bench


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
        self.text.setText("<table width='100%' cellspacing='0' cellpadding='2'>" + "".join(rows) + "</table>")


def _rows(heading: str, shares: list[Share], sitter: list[Share]) -> list[str]:
    soft = theme.palette().soft
    heads = "".join(f"<td align='right' style='color:{soft}'>{t}</td>" for t in ("sitter", "clay", "mm", "canon"))
    out = [f"<tr><td><b>{heading}</b></td>{heads}</tr>"]
    for i, s in enumerate(shares):
        theirs = f"{sitter[i].share * 100:.0f} %" if sitter else "-"
        out.append(
            f"<tr><td>{s.title}</td><td align='right'>{theirs}</td><td align='right'>{s.share * 100:.0f} %</td>"
            f"<td align='right'>{s.size:.1f}</td>"
            f"<td align='right' style='color:{soft}'>{s.ideal * 100:.0f} %</td></tr>"
        )
    if not shares:
        out.append(f"<tr><td colspan='5' style='color:{soft}'>needs landmarks that are not placed</td></tr>")
    return out
