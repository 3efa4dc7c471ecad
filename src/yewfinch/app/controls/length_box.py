"""A number box for a length: mm inside, shown and typed in the unit that the user chose."""

from __future__ import annotations

import re

from PyQt6.QtGui import QValidator
from PyQt6.QtWidgets import QDoubleSpinBox

from yewfinch.app.kit.lengths import NAME, UNITS
from yewfinch.app.kit.speech import speech

_TYPED = re.compile(r"\s*([+-]?[\d.,]*)\s*([a-z]*)\s*")


class LengthBox(QDoubleSpinBox):
    """A number box whose value is in mm while its suffix is ' mm', else whatever its suffix says.

    A length may be typed with a unit of its own, such as '2.5 cm'.
    """

    def __init__(self) -> None:
        super().__init__()
        self._told_decimals = super().decimals()
        self._suffix = ""

    @property
    def _is_length(self) -> bool:
        return self._suffix.strip() == NAME

    def setSuffix(self, text: str) -> None:  # type: ignore[override] # noqa: N802
        """A suffix; ' mm' makes it a length."""
        self._suffix = str(text)
        super().setSuffix(text)
        self._refine()

    def setDecimals(self, count: int) -> None:  # noqa: N802
        """Decimals of millimetres."""
        self._told_decimals = count
        self._refine()

    def _refine(self) -> None:
        """A value in mm that can hold what is typed in another unit."""
        other = self._is_length and speech.unit != "mm"
        self.blockSignals(True)
        super().setDecimals(max(self._told_decimals, 4) if other else self._told_decimals)
        self.blockSignals(False)

    def textFromValue(self, value: float) -> str:  # noqa: N802
        """The number as it is shown."""
        if not self._is_length or speech.unit == "mm":
            return super().textFromValue(value)
        unit = UNITS[speech.unit]
        return self.locale().toString(value / unit.mm, "f", self._told_decimals + unit.more)

    def valueFromText(self, text: str | None) -> float:  # noqa: N802
        """The value in mm of what was typed; the least one if that is no number."""
        if not self._is_length:
            return super().valueFromText(text)
        found = self._typed(text or "")
        return self.value() if found is None else found

    def validate(self, text: str | None, at: int) -> tuple[QValidator.State, str, int]:
        """Whether what is typed is a length within the range, or may become one."""
        written = text or ""
        if not self._is_length or written == self.specialValueText() != "":
            state: tuple[QValidator.State, str, int] = super().validate(text, at)
            return state
        match = self._parts(written)
        if match is None or not any(u.startswith(match[2]) for u in ("mm", "cm", "in", "m")):
            return QValidator.State.Invalid, written, at
        found = self._typed(written)
        # what a box shows may be rounded beyond the ends of its range
        slack = 0.51 * 10.0 ** -(self._told_decimals + UNITS[speech.unit].more) * UNITS[speech.unit].mm
        if found is None or not self.minimum() - slack <= found <= self.maximum() + slack:
            return QValidator.State.Intermediate, written, at
        return QValidator.State.Acceptable, written, at

    def _parts(self, text: str) -> re.Match[str] | None:
        return _TYPED.fullmatch(text.removeprefix(self.prefix()).removesuffix(self.suffix()))

    def _typed(self, text: str) -> float | None:
        match = self._parts(text)
        if match is None:
            return None
        number, unit = match[1], match[2] or speech.unit
        if unit not in UNITS and unit != "m":
            return None
        value, good = self.locale().toDouble(number)
        if not good:
            value, good = _plain(number)
        return value * (1000.0 if unit == "m" else UNITS[unit].mm) if good else None


def _plain(number: str) -> tuple[float, bool]:
    try:
        return float(number.replace(",", ".")), True
    except ValueError:
        return 0.0, False
