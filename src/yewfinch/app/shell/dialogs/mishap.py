"""What the window says after an unexpected error of its own: what is safe, and what can be done now."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtGui import QFontDatabase
from PyQt6.QtWidgets import (
    QApplication,
    QDialog,
    QHBoxLayout,
    QLabel,
    QPlainTextEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from yewfinch.core.shared.phrases import phrase


class MishapDialog(QDialog):
    """Says what is safe, shows the report, and offers to go on or to save a copy and close.

    Parameters
    ----------
    parent : QWidget or None
    safe : str
        Sentences on what was taken back and where the work is.
    report : str
        For whoever mends Yewfinch.
    save_and_close : callable
        Saves a copy of the work where the user says, and closes the window.
    """

    def __init__(self, parent: QWidget | None, safe: str, report: str, save_and_close: Callable[[], None]) -> None:
        super().__init__(parent)
        self.setWindowTitle("Something went wrong in Yewfinch")
        self.setModal(True)
        self._times = 1
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 18, 20, 16)
        column.setSpacing(12)
        self.what = QLabel("Yewfinch made an error. It is not your doing.")
        self.what.setProperty("head", True)
        self.safe = QLabel(safe)
        self.safe.setWordWrap(True)
        self.safe.setMinimumWidth(520)
        self.report = QPlainTextEdit(report)
        self.report.setReadOnly(True)
        self.report.setTabChangesFocus(True)
        self.report.setFont(QFontDatabase.systemFont(QFontDatabase.SystemFont.FixedFont))
        self.report.setMinimumHeight(190)
        self.report.hide()
        self.show_report = QPushButton("Show the report")
        self.copy_report = QPushButton("Copy the report")
        self.save = QPushButton("Save a copy and close …")
        self.go_on = QPushButton("Go on")
        self.go_on.setDefault(True)
        self.show_report.clicked.connect(self._show)
        self.copy_report.clicked.connect(self._copy)
        self.save.clicked.connect(self.accept)
        self.save.clicked.connect(save_and_close)
        self.go_on.clicked.connect(self.accept)
        row = QHBoxLayout()
        for button in (self.show_report, self.copy_report):
            row.addWidget(button)
        row.addStretch(1)
        for button in (self.save, self.go_on):
            row.addWidget(button)
        for part in (self.what, self.safe, self.report):
            column.addWidget(part)
        column.addLayout(row)

    def again(self) -> None:
        """The same or another error came while this is shown."""
        self._times += 1
        self.what.setText(phrase("Yewfinch made {0} errors. It is not your doing.", self._times))

    def _show(self) -> None:
        self.report.setVisible(not self.report.isVisible())
        self.show_report.setText("Hide the report" if self.report.isVisible() else "Show the report")
        self.adjustSize()

    def _copy(self) -> None:
        board = QApplication.clipboard()
        if board is not None:
            board.setText(self.report.toPlainText())
            self.copy_report.setText("Copied")
