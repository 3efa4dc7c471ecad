"""Asks in which unit a file's numbers are, where it does not say, by the size that each would give."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtWidgets import QDialog, QDialogButtonBox, QLabel, QRadioButton, QVBoxLayout, QWidget

from yewfinch.core.formats.exchange.model import LIKELY, UNITS, Model
from yewfinch.core.shared.phrases import phrase


class UnitsDialog(QDialog):
    """The units on offer, each with the size that the model would have; the likely one is chosen.

    Parameters
    ----------
    parent : QWidget
    name : str
        Of the file.
    model : Model
    chosen : callable (unit)
        Called with a key of `UNITS` if the sculptor accepts.
    """

    def __init__(self, parent: QWidget, name: str, model: Model, chosen: Callable[[str], None]) -> None:
        super().__init__(parent)
        self.setWindowTitle("Unit of the model")
        self.setModal(True)
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 18, 20, 16)
        column.setSpacing(10)
        head = QLabel(phrase("{0} does not say in which unit it is.", name))
        head.setProperty("head", True)
        why = QLabel("Its longest side would be:")
        column.addWidget(head)
        column.addWidget(why)
        self.choices: dict[str, QRadioButton] = {}
        likely = model.likely()
        for key, (title, mm) in UNITS.items():
            size = model.height * mm
            fits = LIKELY[0] <= size <= LIKELY[1]
            button = QRadioButton(
                phrase(
                    "{0}, if it is in {1}{2}", _length(size), title, "  –  the size of a head or figure" if fits else ""
                )
            )
            button.setChecked(key == likely)
            column.addWidget(button)
            self.choices[key] = button
        buttons = QDialogButtonBox()
        take = buttons.addButton("Import", QDialogButtonBox.ButtonRole.AcceptRole)
        buttons.addButton("Cancel", QDialogButtonBox.ButtonRole.RejectRole)
        assert take is not None
        take.setDefault(True)
        buttons.accepted.connect(self.accept)
        buttons.rejected.connect(self.reject)
        column.addWidget(buttons)
        self.accepted.connect(lambda: chosen(self.unit))
        self.finished.connect(self.deleteLater)
        self.choices[likely].setFocus()

    @property
    def unit(self) -> str:
        """The unit that is chosen."""
        return next(key for key, button in self.choices.items() if button.isChecked())


def _length(mm: float) -> str:
    """A length as a person reads it."""
    if mm >= 10_000:
        return phrase("{0:,.0f} m", mm / 1000).replace(",", " ")
    return phrase("{0:.0f} mm", mm) if mm >= 10 else phrase("{0:.2g} mm", mm)
