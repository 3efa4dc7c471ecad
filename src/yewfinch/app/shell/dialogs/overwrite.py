"""Asks before work of somebody else, or of another window, is written over."""

from __future__ import annotations

from PyQt6.QtWidgets import QMessageBox, QWidget


def ask_over(parent: QWidget, against: str) -> str:
    """What to do about a file that is not as it was: "over", "as" for another name, or "stay".

    Parameters
    ----------
    parent : QWidget
    against : str
        What speaks against writing it, with the dates.
    """
    box = QMessageBox(parent)
    box.setWindowTitle("Save over other work?")
    box.setIcon(QMessageBox.Icon.Warning)
    box.setText(against)
    box.setInformativeText("Saved under another name, both are kept.")
    other = box.addButton("Save as …", QMessageBox.ButtonRole.AcceptRole)
    over = box.addButton("Overwrite", QMessageBox.ButtonRole.DestructiveRole)
    box.addButton("Cancel", QMessageBox.ButtonRole.RejectRole)
    box.setDefaultButton(other)
    box.exec()
    box.deleteLater()
    clicked = box.clickedButton()
    return "as" if clicked is other else "over" if clicked is over else "stay"
