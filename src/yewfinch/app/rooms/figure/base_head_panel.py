"""The base head: who it is, by presets, a few dials, chance, or the sitter."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtWidgets import (
    QButtonGroup,
    QCheckBox,
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit import theme
from yewfinch.app.rooms.figure.steering import Steering
from yewfinch.core.anatomy.figure.casts import CASTS, LATEST
from yewfinch.core.anatomy.figure.person import FURTHEST, OLDEST, PRESETS, YOUNGEST, Person
from yewfinch.core.anatomy.head.head_dials import DIALS
from yewfinch.core.document.figure.shaping import LEVELS
from yewfinch.core.shared.phrases import phrase

#: Faces of each extent at level 0, in thousands; a level has four times as many as the one below.
_FACES = {"head": 2.5, "bust": 3.2, "half": 5.8, "full": 8.6}
MOST_SEED = 999_999


class BaseHeadPanel(QWidget):
    """Presets, woman to man, age, dials by part of the face, a random person, the sitter."""

    def __init__(self, steering: Steering) -> None:
        super().__init__()
        self.steering = steering
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.presets: dict[str, QPushButton] = {}
        grid = QGridLayout()
        grid.setSpacing(4)
        for i, (key, (title, person)) in enumerate(PRESETS.items()):
            button = QPushButton(title)
            button.setToolTip(phrase("Make it the mean {0}; what you modelled stays on it", title.lower()))
            button.clicked.connect(lambda _=False, p=person, t=title: self._become(p, t))
            self.presets[key] = button
            grid.addWidget(button, i // 3, i % 3)
        column.addLayout(grid)
        self.sex = ValueSlider("woman – man", 0, 100, "%", decimals=0, label_width=92)
        self.sex.setToolTip("Between the mean woman's and the mean man's measures and forms")
        self.sex.changed.connect(lambda v: steering.turn(replace(steering.person, sex=v / 100), "woman – man"))
        self.age = ValueSlider("age", YOUNGEST, OLDEST, "years", decimals=0, label_width=92)
        self.age.setToolTip("Growth from 3 to 19 years; from 34 on folds come, skin sinks, hollows deepen, ears grow")
        self.age.changed.connect(lambda v: steering.turn(replace(steering.person, age=float(v)), "age"))
        column.addLayout(self._chance())
        column.addLayout(self._sitter())
        for slider in (self.sex, self.age, self.asymmetry):
            column.addWidget(slider)
        self.dials = _Dials(steering)
        column.addWidget(self.dials)
        column.addLayout(self._level())
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        self.over = QPushButton("Bring over to the new cast")
        self.over.setToolTip(
            "Give this head the form of the new base heads; what you modelled stays on it, in one step"
        )
        self.over.clicked.connect(steering.bring_over)
        column.addWidget(self.over)
        steering.changed.connect(self.refresh)
        self.refresh()

    def _become(self, person: Person, title: str) -> None:
        """Steer to a preset, which is of the present head's cast."""
        cast = LATEST if self.steering.why_not() else self.steering.person.cast
        self.steering.become(replace(person, cast=cast), title)

    def _chance(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.random = QPushButton(theme.icon("dice-five"), "Random person")
        self.random.setToolTip("Draw a person of this sex and age from the joint spread of all measures")
        self.random.clicked.connect(self._draw)
        self.seed = QSpinBox()
        self.seed.setRange(0, MOST_SEED)
        self.seed.setPrefix("no. ")
        self.seed.setSpecialValueText("the mean")
        self.seed.setKeyboardTracking(False)
        self.seed.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)
        self.seed.setToolTip("The same number gives the same person again")
        self.seed.setAccessibleName("number of the random person")
        self.seed.valueChanged.connect(self._seeded)
        row.addWidget(self.random, 1)
        row.addWidget(self.seed)
        self.asymmetry = ValueSlider("asymmetry", 0, 200, "%", decimals=0, label_width=92)
        self.asymmetry.setToolTip(
            "Natural asymmetry; 100 % is as much as people have. Leave it at 0 to model symmetrically first"
        )
        self.asymmetry.changed.connect(
            lambda v: self.steering.turn(replace(self.steering.person, asymmetry=v / 100), "asymmetry")
        )
        return row

    def _sitter(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.fit = QPushButton(theme.icon("crosshair"), "Fit to the sitter")
        self.fit.setToolTip(
            "Give the base head the landmarks that were solved from the photos, each as surely as it is known, then "
            "bend its surface to the drawn lines and outlines"
        )
        self.lopsided = QCheckBox("with asymmetry")
        self.lopsided.setToolTip("Also what the sitter's two sides differ in; without it the head stays symmetric")
        self.fit.clicked.connect(lambda: self.steering.fit(self.lopsided.isChecked()))
        row.addWidget(self.fit, 1)
        row.addWidget(self.lopsided)
        return row

    def _level(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.level = QComboBox()
        self.level.setAccessibleName("detail of the base head")
        for n in LEVELS:
            self.level.addItem("", n)
        self.level.setToolTip("Subdivision level of a head that is begun anew")
        self.anew = QPushButton("Begin anew")
        self.anew.setToolTip(
            "Put a fresh base head of this level in the place of the present head; undo brings that back"
        )
        self.anew.clicked.connect(self._begin)
        row.addWidget(self.level, 1)
        row.addWidget(self.anew)
        return row

    def _begin(self) -> None:
        level = self.level.currentData()
        self.steering.begin(replace(self.steering.figure, level=level), phrase("New base head, level {0}", level))

    def _draw(self) -> None:
        # the next number, so that one can leaf through people and go back
        self.seed.setValue(self.seed.value() % MOST_SEED + 1)

    def _seeded(self, seed: int) -> None:
        person = replace(self.steering.person, seed=seed, landmarks={}, measures={})
        self.steering.become(person, phrase("random person no. {0}", seed) if seed else "the mean")

    def refresh(self) -> None:
        """Show the present person."""
        person = self.steering.person
        self.sex.set_value(person.sex * 100)
        self.age.set_value(person.age)
        self.asymmetry.set_value(person.asymmetry * 100)
        self.seed.blockSignals(True)
        self.seed.setValue(person.seed)
        self.seed.blockSignals(False)
        for n in LEVELS:
            thousand = _FACES[self.steering.figure.crop] * 4**n
            self.level.setItemText(
                n,
                phrase("level {0}: {1:.1f} k faces", n, thousand)
                if thousand < 10
                else phrase("level {0}: {1:.0f} k faces", n, thousand),
            )
        self.level.setCurrentIndex(self.steering.level)
        why = self.steering.why_not()
        for widget in (self.sex, self.age, self.asymmetry):
            widget.setEnabled(not why)
        solved = self.steering.bench.portrait.sitter.solution is not None
        self.fit.setEnabled(solved)
        self.lopsided.setEnabled(solved)
        self.note.setText(why or self._words(person))
        self.over.setVisible(not why and person.cast != LATEST)

    def _words(self, person: Person) -> str:
        if person.cast != LATEST:
            return (
                "This head belongs to an earlier cast of the base heads and is steered as that. Bringing it over gives "
                "it the form of the new one; your modelling goes along, and undo brings it back."
            )
        if person.landmarks:
            return phrase(
                "Fitted to {0} landmarks of the sitter; dials and measures go on from there.", len(person.landmarks)
            )
        return "Strokes on the head stay on it while the dials turn."


class _Dials(QWidget):
    """The dials of one part of the face at a time."""

    def __init__(self, steering: Steering) -> None:
        super().__init__()
        self.steering = steering
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 4, 0, 4)
        column.setSpacing(3)
        row = QHBoxLayout()
        row.setSpacing(2)
        self._groups = QButtonGroup(self)
        self.sliders: dict[str, ValueSlider] = {}
        self._of: dict[str, str] = {}
        names = list(dict.fromkeys(d.group for d in DIALS))
        for name in names:
            button = QPushButton("ears" if name == "ears and neck" else name)
            button.setStyleSheet("padding-left: 5px; padding-right: 5px")  # five of them stand in a row
            button.setProperty("small", True)
            button.setCheckable(True)
            button.setAccessibleName(phrase("dials of {0}", name))
            button.setToolTip(phrase("Dials of {0}", name))
            button.clicked.connect(lambda _=False, n=name: self.show_group(n))
            self._groups.addButton(button)
            row.addWidget(button)
        column.addLayout(row)
        for dial in DIALS:
            slider = ValueSlider(dial.title, -100 * FURTHEST, 100 * FURTHEST, "%", decimals=0, label_width=116)
            slider.setToolTip(phrase("Less: {0}. More: {1}. Double click the name for 0", dial.less, dial.more))
            slider.changed.connect(
                lambda v, d=dial: self.steering.turn(self.steering.person.with_dial(d.key, v / 100), d.title.lower())
            )
            self.sliders[dial.key] = slider
            self._of[dial.key] = dial.group
            column.addWidget(slider)
        first = self._groups.buttons()[0]
        first.setChecked(True)
        self.show_group(names[0])
        steering.changed.connect(self.refresh)
        self.refresh()

    def show_group(self, name: str) -> None:
        """Show one group's dials, as far as the head's cast has them."""
        self._shown, known = name, CASTS[self.steering.person.cast].drawn
        for key, slider in self.sliders.items():
            slider.setVisible(self._of[key] == name and key in known)

    def refresh(self) -> None:
        """Show the present person's dials."""
        person, on = self.steering.person, not self.steering.why_not()
        for key, slider in self.sliders.items():
            slider.set_value(100 * person.dials.get(key, 0.0))
            slider.setEnabled(on and key in CASTS[person.cast].drawn)
        self.show_group(self._shown)
