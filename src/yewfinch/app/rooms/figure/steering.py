"""Turning the base head or figure: quick drafts while a dial moves, the finished form when it rests."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from psygnal import Signal
from PyQt6.QtCore import QObject, QTimer

from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.figure.making import Making
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.core.anatomy.body.physique import Physique
from yewfinch.core.anatomy.figure.casts import LATEST
from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.anatomy.head.base_head import HEAD
from yewfinch.core.anatomy.head.head_form import FORMED
from yewfinch.core.document.figure.casting import brought_over
from yewfinch.core.document.figure.shaping import Figures
from yewfinch.core.document.figure.under_skin import guides
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.live_edit import LiveEdit
from yewfinch.core.document.verbs.fitting import Fit, SurfaceFit, person_of
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: A dial rests after this long, ms.
REST = 220


class Steering(QObject):
    """One for the window; the panels of the base head ask it.

    Signals
    -------
    changed : ()
        The portrait's figure is another.
    """

    changed = Signal()

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self._live: LiveEdit | None = None
        self._draft: Figure | None = None
        self._wish: tuple[Figure, str] | None = None
        self.making = Making(self, self._failed)
        self._worker: Worker | None = None
        self._soon = QTimer(self)
        self._soon.setSingleShot(True)
        self._soon.setInterval(0)
        self._soon.timeout.connect(self._carry_out)
        self._rest = QTimer(self)
        self._rest.setSingleShot(True)
        self._rest.setInterval(REST)
        self._rest.timeout.connect(self.finish)
        bench.portrait_changed.connect(self._listen)
        self._listen()

    def _listen(self) -> None:
        self._live = self._draft = self._wish = None
        self.bench.portrait.field_changed.connect(self._heard)
        self.bench.portrait.pieces_changed.connect(self.changed.emit)
        self.changed.emit()

    def _heard(self, field: str) -> None:
        if field in ("figure", "sitter"):
            self.changed.emit()

    @property
    def maker(self) -> Figures:
        """Makes the forms."""
        return self.making.maker

    @property
    def figure(self) -> Figure:
        """What the clay is, what is still to be carried out included."""
        if self._wish is not None:
            return self._wish[0]
        return self.bench.portrait.figure or Figure(Person())

    @property
    def person(self) -> Person:
        """Whose head it is."""
        return self.figure.person

    @property
    def physique(self) -> Physique:
        """How the body is built."""
        return self.figure.physique

    @property
    def level(self) -> int:
        """Subdivision level."""
        return self.figure.level

    def why_not(self) -> str:
        """Why the head cannot be steered; empty if it can."""
        return self.maker.steerable(self.bench.portrait)

    def turn(self, person: Person, what: str) -> None:
        """Make the head this person's, soon; `what` names the dial, whose moves are one step."""
        self._turn(replace(self.figure, person=person), what)

    def turn_body(self, physique: Physique, what: str) -> None:
        """Build the body like this, soon."""
        self._turn(replace(self.figure, physique=physique), phrase("Body: {0}", what))

    def _turn(self, figure: Figure, what: str) -> None:
        self._wish = (figure, what)
        self._soon.start()

    def _carry_out(self) -> None:
        if self._wish is None:
            return
        try:
            if self.level <= FORMED:  # finer levels wait until the dial rests
                wish, what = self._wish
                self._wish = None
                self._try(wish, what, draft=True)
        finally:
            self._rest.start()

    def _try(self, figure: Figure, what: str, *, draft: bool) -> None:
        """Apply; after an error of ours the clay is what it was, and the dials go back to it."""
        try:
            self._apply(figure, what, draft=draft)
        except Exception:
            self.changed.emit()
            raise

    def finish(self) -> None:
        """The dial rests: carry out what is wished and put the finished form in the draft's place."""
        self._soon.stop()
        self._rest.stop()
        figure = self.bench.portrait.figure
        wish, self._wish = self._wish, None
        if wish is not None:
            self._try(*wish, draft=False)
        elif figure is not None and figure is self._draft:
            self._try(figure, self._live.name if self._live is not None else "Base head", draft=False)

    def _apply(
        self, figure: Figure, what: str, *, draft: bool, once: bool = False, then: Callable[[bool], None] | None = None
    ) -> None:
        """Make the clay this figure's; `then` is called afterwards, and told whether that was a step of the history."""
        portrait = self.bench.portrait
        before = portrait.figure
        if before is None or (before == figure and before is not self._draft):
            if then is not None:
                then(False)
            return
        from_draft = before is self._draft

        def done(edit: Edit) -> None:
            self._live = portrait.going_on(None if once else self._live, what)
            self._live.update(edit)
            if once:
                self._live = None
            self._draft = portrait.figure if draft else None
            if then is not None:
                then(True)

        name = what if what.startswith("Body: ") else phrase("Base head: {0}", what)
        posed = portrait.posed is not None and portrait.posed.on
        self.making.work(
            lambda: self.maker.steer(portrait, figure, name, draft=draft, from_draft=from_draft), done, figure,
            posed=posed, skull=bool(guides(portrait)),
        )  # fmt: skip

    def busy(self) -> bool:
        """Whether a thread is shaping a head."""
        return self.making.busy() or (self._worker is not None and self._worker.isRunning())

    def _failed(self, text: str) -> None:
        self.bench.say(text, "error")
        self.changed.emit()

    def begin(self, figure: Figure, name: str, then: Callable[[bool], None] | None = None) -> None:
        """Put this base head or figure, of the latest cast, in the place of the present one."""
        self._wish = None
        figure = replace(figure, person=replace(figure.person, cast=LATEST))
        portrait = self.bench.portrait

        def done(edit: Edit) -> None:
            portrait.perform(edit)
            self._live = self._draft = None
            self.bench.selection.choose("head")
            if then is not None:
                then(True)

        self.making.work(lambda: self.maker.begin(portrait, figure, name), done, figure, skull=bool(guides(portrait)))

    def become(self, person: Person, name: str, then: Callable[[bool], None] | None = None) -> None:
        """Steer to a person in one finished step, or begin with it where there is nothing to steer."""
        if self.why_not():
            self.begin(replace(self.figure, person=person), phrase("New base head: {0}", name), then)
            return
        self._apply(replace(self.figure, person=person), name, draft=False, once=True, then=then)

    def bring_over(self) -> None:
        """Make a head or figure of an older cast one of the latest; both casts have to be at hand for it."""
        self.finish()
        old = self.figure

        def bring(figure: Figure) -> None:
            self._apply(figure, "brought over to the new cast", draft=False, once=True)

        self.making.work(lambda: brought_over(self.maker, old), bring, old)

    def fit(self, lopsided: bool) -> None:
        """The base head that fits the sitter's landmarks best, then its surface bent to the drawn lines, as
        one step.
        """
        portrait = self.bench.portrait
        try:
            shaper = self.maker.shaper_of(self.person)
            person = person_of(portrait, shaper, replace(self.person, dials={}), lopsided=lopsided)
        except YewfinchError as error:
            self.bench.say(str(error), "error")
            return
        self.become(person, "fitted to the sitter", lambda stepped: self._fit_surface(stepped))

    def _fit_surface(self, stepped: bool) -> None:
        portrait = self.bench.portrait
        try:
            job = SurfaceFit(portrait, HEAD)
        except YewfinchError as error:
            self.bench.say(str(error), "error")
            return
        if not job.photos:
            self.bench.say(job.without_lines().words(), "note")
            return

        state = portrait.history.moment

        def done(found: tuple[Edit, Fit]) -> None:
            edit, fit = found
            if self.bench.portrait is not portrait or portrait.history.moment != state:
                self.bench.say("The clay was changed meanwhile: fit it again for its surface.", "warn")
                return
            if stepped:
                portrait.append(edit.changes)
            else:
                portrait.perform(edit)
            self.bench.say(fit.words(), "note")

        self._worker = behind_dialog(
            self,
            "Fitting the surface to the drawn lines …",
            job.carry_out,
            done,
            self._failed,
            "The surface was left as the landmarks make it.",
        )
