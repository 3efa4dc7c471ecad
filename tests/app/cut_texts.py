"""Which texts of a widget are cut off, in labels, buttons, number fields and lists."""

from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import (
    QAbstractSpinBox,
    QCheckBox,
    QComboBox,
    QLabel,
    QLineEdit,
    QPushButton,
    QStyle,
    QStyleOptionComboBox,
    QToolButton,
)


def cut_off(widget):
    """Texts that have less room than they need, also after what is laid out a little later."""
    if not _cut_off_now(widget):
        return []
    QTest.qWait(150)
    return _cut_off_now(widget)


def _cut_off_now(widget):
    out = []
    for kind in (QLabel, QPushButton, QCheckBox, QToolButton):
        for part in widget.findChildren(kind):
            if not part.isVisible() or not part.text():
                continue
            if isinstance(part, QLabel) and part.wordWrap():
                if part.heightForWidth(part.width()) > part.height() + 2:
                    out.append(part.text())
            elif part.sizeHint().width() > part.width() + 1:
                out.append(part.text())
    for box in (b for b in widget.findChildren(QAbstractSpinBox) if b.isVisible()):
        line = box.findChild(QLineEdit)
        if line.fontMetrics().horizontalAdvance(box.text()) > line.width() - 2:
            out.append(box.text())
    for box in (b for b in widget.findChildren(QComboBox) if b.isVisible()):
        option = QStyleOptionComboBox()
        box.initStyleOption(option)
        part = QStyle.SubControl.SC_ComboBoxEditField
        field = box.style().subControlRect(QStyle.ComplexControl.CC_ComboBox, option, part, box)
        if box.fontMetrics().horizontalAdvance(box.currentText()) > field.width():
            out.append(box.currentText())
    return out
