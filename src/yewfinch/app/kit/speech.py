"""Every text of the interface in the user's language, at the one place where it reaches the widgets.

The core and the rooms write English: plain words, or phrases that remember their template and values. Here Qt's setters
of text are given a look at what they are handed: it is looked up by Qt's own translation (`QCoreApplication.translate`)
and its values are filled in as the user's region writes numbers and in the unit that lengths are shown in. What a
widget was told is kept, so that another language is spoken at once.
"""

from __future__ import annotations

import re
import weakref
from collections.abc import Callable
from functools import wraps
from pathlib import Path
from typing import Any
from xml.etree import ElementTree

from PyQt6 import QtGui, QtWidgets, sip
from PyQt6.QtCore import QCoreApplication, QLocale, QTranslator

from yewfinch.app.kit.lengths import NAME, UNITS, Word, converted, finer
from yewfinch.core.shared.phrases import Phrase

#: The context of all texts in the files of translations.
CONTEXT = "yewfinch"
#: Languages by their code, each named by itself; English needs no file.
LANGUAGES: dict[str, str] = {"en": "English", "de": "Deutsch"}
FOLDER = Path(__file__).parent / "resources/languages"

#: What is one text of a thing each: set again where another language is spoken.
_SETTERS: dict[type, tuple[str, ...]] = {
    QtWidgets.QWidget: ("setToolTip", "setAccessibleName", "setWindowTitle"),
    QtWidgets.QLabel: ("setText",),
    QtWidgets.QAbstractButton: ("setText",),
    QtWidgets.QLineEdit: ("setPlaceholderText",),
    QtWidgets.QPlainTextEdit: ("setPlaceholderText",),
    QtWidgets.QMenu: ("setTitle",),
    QtWidgets.QSpinBox: ("setSuffix", "setPrefix"),
    QtWidgets.QDoubleSpinBox: ("setSuffix", "setPrefix"),
    QtWidgets.QAbstractSpinBox: ("setSpecialValueText",),
    QtWidgets.QMessageBox: ("setText", "setInformativeText"),
    QtWidgets.QTableWidget: ("setHorizontalHeaderLabels", "setVerticalHeaderLabels"),
    QtWidgets.QTreeWidget: ("setHeaderLabels",),
    QtGui.QAction: ("setText", "setToolTip"),
}
#: The constructors that are given a text, and what sets it later.
_MADE_WITH_TEXT: dict[type, str] = {
    QtWidgets.QLabel: "setText",
    QtWidgets.QPushButton: "setText",
    QtWidgets.QCheckBox: "setText",
    QtWidgets.QRadioButton: "setText",
    QtGui.QAction: "setText",
    QtWidgets.QMenu: "setTitle",
}
#: Further callers of texts, all of which are looked up whenever they are called.
_CALLS: dict[type, tuple[str, ...]] = {
    QtWidgets.QTabWidget: ("addTab",),
    QtWidgets.QFormLayout: ("addRow",),
    QtWidgets.QMenu: ("addAction", "addMenu", "addSection"),
    QtWidgets.QTableWidgetItem: ("__init__", "setText", "setToolTip"),
    QtWidgets.QListWidgetItem: ("__init__", "setText", "setToolTip"),
    QtWidgets.QTreeWidgetItem: ("__init__", "setText", "setToolTip"),
    QtWidgets.QListWidget: ("addItem", "addItems"),
    QtWidgets.QMessageBox: ("addButton", "__init__"),
    QtWidgets.QProgressDialog: ("__init__", "setLabelText"),
    QtGui.QPainter: ("drawText",),
}
#: The same for what is called without a thing.
_STATIC: dict[type, tuple[str, ...]] = {
    QtWidgets.QMessageBox: ("information", "question", "warning", "critical", "about"),
    QtWidgets.QFileDialog: ("getOpenFileName", "getOpenFileNames", "getSaveFileName", "getExistingDirectory"),
    QtWidgets.QColorDialog: ("getColor",),
    QtWidgets.QToolTip: ("showText",),
}
#: Choices of boxes by their place.
_choices: weakref.WeakKeyDictionary[QtWidgets.QComboBox, dict[int, str]] = weakref.WeakKeyDictionary()
_told: weakref.WeakKeyDictionary[Any, dict[str, Any]] = weakref.WeakKeyDictionary()
_hooked: list[bool] = []


class _FromFile(QTranslator):
    """The texts of one file of Qt's format for translators (TS 2.1)."""

    def __init__(self, path: Path) -> None:
        super().__init__()
        #: One form for each text, or a plural's forms.
        self.texts: dict[str, list[str]] = {}
        for message in ElementTree.parse(path).iter("message"):
            source, target = message.findtext("source"), message.find("translation")
            if source and target is not None:
                forms = [form.text or "" for form in target.iter("numerusform")]
                self.texts[source] = forms or [target.text or ""]

    def isEmpty(self) -> bool:  # noqa: N802 - Qt's name
        """Is there nothing in it?"""
        return not self.texts

    def translate(  # type: ignore[override]
        self, _context: str | None, source: str | None, _meant: str | None = None, n: int = -1
    ) -> str | None:
        """A text in that language, in its form for so many; None if there is none."""
        forms = self.texts.get(source or "")
        if not forms:
            return None
        return forms[0] if n == 1 else forms[-1]  # the rule of German, as of English


class Speech:
    """The language that is spoken, and the unit of its lengths."""

    def __init__(self) -> None:
        self.language = "en"
        self.unit = "mm"
        _hook()
        self._translator: _FromFile | None = None
        self._point = "."

    def speak(self, language: str) -> None:
        """Speak a language from now on, in all that stands on the screen as well.

        Raises
        ------
        ValueError
            If it is none of `LANGUAGES`.
        """
        if language not in LANGUAGES:
            raise ValueError(f"language must be one of {tuple(LANGUAGES)}, got {language!r}")
        if language == self.language:
            return
        if self._translator is not None:
            QCoreApplication.removeTranslator(self._translator)
        self._translator = None if language == "en" else _FromFile(FOLDER / f"{language}.ts")
        if self._translator is not None:
            QCoreApplication.installTranslator(self._translator)
        self.language = language
        locale = QLocale.c() if language == "en" else QLocale(language)
        QLocale.setDefault(locale)
        self._point = locale.decimalPoint()
        for window in QtWidgets.QApplication.topLevelWidgets():
            window.setLocale(locale)
        self._say_all_again()

    def measure_in(self, unit: str) -> None:
        """Tell lengths in a unit from now on, in all that stands on the screen as well.

        Raises
        ------
        ValueError
            If it is none of `UNITS`.
        """
        if unit not in UNITS:
            raise ValueError(f"unit must be one of {tuple(UNITS)}, got {unit!r}")
        if unit != self.unit:
            self.unit = unit
            self._say_all_again()

    def _say_all_again(self) -> None:
        for thing, texts in list(_told.items()):
            if not sip.isdeleted(thing):
                for name, text in texts.items():
                    getattr(thing, name)(text)
        for box, items in list(_choices.items()):
            if not sip.isdeleted(box):
                for i, text in list(items.items()):
                    box.setItemText(i, text)

    def say(self, text: str) -> str:
        """A text as it is to be shown."""
        if self._translator is None and self.unit == "mm":
            return text
        if isinstance(text, Phrase):
            template = self._looked_up(text.template, text.number)
            lengths = converted(_with_unit(template, text.values), len(text.values), self.unit)
            if not lengths.values:  # the unit that stood in a place is a heading's
                lengths = converted(template, len(text.values), self.unit)
            return lengths.template.format(*(self._value(v) for v in lengths.filled(text.values)))
        if text == NAME:
            return UNITS[self.unit].symbol
        return converted(self._looked_up(text), 0, self.unit).template

    def _value(self, value: Any) -> Any:
        if isinstance(value, Word):
            return value
        if isinstance(value, str):
            return self.say(value)
        return _Number(value, self._point) if isinstance(value, float) or hasattr(value, "dtype") else value

    @staticmethod
    def _looked_up(text: str, count: int | None = None) -> str:
        if not _LETTERS.search(text):
            return text
        if _KEYS.fullmatch(text):
            return (
                "+".join(QCoreApplication.translate(CONTEXT, part) for part in text.split("+"))
                if "++" not in text
                else text
            )
        return QCoreApplication.translate(CONTEXT, text, "", -1 if count is None else count)


def _with_unit(template: str, values: tuple[Any, ...]) -> str:
    """A template whose unit stood in a place of its own."""
    for i, value in enumerate(values):
        if isinstance(value, str) and value == NAME:
            template = template.replace(f"{{{i}}}", NAME)
    return template


_LETTERS = re.compile("[A-Za-z]")
#: Shortcuts, whose parts are named on the keys of each language.
_KEYS = re.compile(r"(?:(?:Ctrl|Shift|Alt|Meta)\+)+\S+")


class _Number:
    """A number that is written with the point of the user's region."""

    def __init__(self, value: Any, point: str) -> None:
        self._value, self._point = value, point

    def __format__(self, form: str) -> str:
        return format(self._value, form).replace(".", self._point)

    def __str__(self) -> str:
        return str(self._value).replace(".", self._point)


def length(mm: float, form: str = ".1f") -> str:
    """The number of a length, for tables whose heading names the unit.

    Parameters
    ----------
    mm : float
    form : str
        As for `format`, of the number in mm.
    """
    unit = UNITS[speech.unit]
    return Phrase(f"{{0:{form if speech.unit == NAME else finer(form, unit.more)}}}", mm / unit.mm)


def shown(text: str) -> str:
    """A text in the user's language, for those who measure or paint it themselves."""
    return speech.say(text)


def _said(argument: Any) -> Any:
    if isinstance(argument, str):
        return speech.say(argument)
    if isinstance(argument, list | tuple) and argument and all(isinstance(a, str) for a in argument):
        return [speech.say(a) for a in argument]
    return argument


def _hook() -> None:
    if _hooked:
        return
    _hooked.append(True)
    for kind, names in _SETTERS.items():
        for name in names:
            setattr(kind, name, _setter(name, getattr(kind, name)))
    for kind, later in _MADE_WITH_TEXT.items():
        setattr(kind, "__init__", _maker(later, getattr(kind, "__init__")))  # noqa: B009, B010 - of a class
    for kind, names in _CALLS.items():
        for name in names:
            setattr(kind, name, _call(getattr(kind, name)))
    for kind, names in _STATIC.items():
        for name in names:
            setattr(kind, name, staticmethod(_call(getattr(kind, name))))
    for name in ("getText", "getItem", "getInt", "getDouble", "getMultiLineText"):
        setattr(QtWidgets.QInputDialog, name, staticmethod(_asking(getattr(QtWidgets.QInputDialog, name))))
    menu = QtWidgets.QMenuBar.addMenu

    def added_menu(bar: QtWidgets.QMenuBar, title: Any) -> Any:
        made = menu(bar, _said(title))
        if isinstance(title, str) and made is not None:
            made.setTitle(title)
        return made

    setattr(QtWidgets.QMenuBar, "addMenu", added_menu)  # noqa: B010
    add, change, clear = QtWidgets.QComboBox.addItem, QtWidgets.QComboBox.setItemText, QtWidgets.QComboBox.clear

    def added(box: QtWidgets.QComboBox, *args: Any) -> None:
        text = next((a for a in args if isinstance(a, str)), None)
        if text is not None:
            _choices.setdefault(box, {})[box.count()] = text
        at = next((i for i, a in enumerate(args) if isinstance(a, str)), len(args))
        add(box, *(_said(a) if i == at else a for i, a in enumerate(args)))  # what follows is data

    def added_all(box: QtWidgets.QComboBox, texts: Any) -> None:
        for text in texts:
            added(box, text)

    def changed(box: QtWidgets.QComboBox, at: int, text: str) -> None:
        _choices.setdefault(box, {})[at] = text
        change(box, at, _said(text))

    def cleared(box: QtWidgets.QComboBox) -> None:
        _choices.pop(box, None)
        clear(box)

    for name, to in (("addItem", added), ("addItems", added_all), ("setItemText", changed), ("clear", cleared)):
        setattr(QtWidgets.QComboBox, name, to)


def _setter(name: str, to: Callable[..., Any]) -> Callable[..., Any]:
    @wraps(to)
    def told(thing: Any, text: Any = "", *rest: Any) -> Any:
        if isinstance(text, str | list | tuple):
            _told.setdefault(thing, {})[name] = text
        return to(thing, _said(text), *rest)

    return told


def _maker(later: str, to: Callable[..., None]) -> Callable[..., None]:
    @wraps(to)
    def made(thing: Any, *args: Any, **named: Any) -> None:
        to(thing, *(_said(a) for a in args), **{k: _said(v) for k, v in named.items()})
        text = next((a for a in args if isinstance(a, str)), None)
        if text is not None:
            _told.setdefault(thing, {})[later] = text

    return made


def _asking(to: Callable[..., Any]) -> Callable[..., Any]:
    @wraps(to)
    def asked(parent: Any, title: str, label: str, *rest: Any, **named: Any) -> Any:
        return to(parent, speech.say(title), speech.say(label), *rest, **named)  # what follows is the user's own

    return asked


def _call(to: Callable[..., Any]) -> Callable[..., Any]:
    @wraps(to)
    def called(*args: Any, **named: Any) -> Any:
        return to(*(_said(a) for a in args), **{k: _said(v) for k, v in named.items()})

    return called


#: The one that the application uses.
speech = Speech()
