"""Posing the base figure: angles typed, slid, taken from ready-made poses or dragged on the clay."""

from __future__ import annotations

from psygnal import Signal
from PyQt6.QtCore import QObject, QTimer

from yewfinch.app.rooms.figure.steering import REST, Steering
from yewfinch.core.anatomy.body.skeleton import JOINTS, joints_of
from yewfinch.core.anatomy.figure.person import Figure
from yewfinch.core.anatomy.figure.pose import Bones, Pose
from yewfinch.core.anatomy.figure.pose_presets import PosePreset
from yewfinch.core.anatomy.head.head_form import FORMED
from yewfinch.core.document.figure.posing import Stance
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.live_edit import LiveEdit
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase


class Posing(QObject):
    """One for the window.

    Parameters
    ----------
    bench : Bench
    steering : Steering
        Is let finish before a pose changes.

    Signals
    -------
    changed : ()
        Pose, figure or chosen joint are others.
    """

    changed = Signal()

    def __init__(self, bench: Bench, steering: Steering) -> None:
        super().__init__()
        self.bench, self.steering = bench, steering
        self._live: LiveEdit | None = None
        self._wish: tuple[Pose, str] | None = None
        self._bones: tuple[Figure, Bones] | None = None
        self._soon = QTimer(self)
        self._soon.setSingleShot(True)
        self._soon.timeout.connect(self.finish)
        bench.portrait_changed.connect(self._listen)
        steering.changed.connect(self.changed.emit)
        self._listen()

    def _listen(self) -> None:
        self._live = self._wish = self._bones = None
        self.bench.portrait.field_changed.connect(self._heard)
        self.changed.emit()

    def _heard(self, field: str) -> None:
        if field == "posed":
            self.changed.emit()

    # --- what is there --------------------------------------------------------------------

    @property
    def pose(self) -> Pose:
        """The pose, what is still to be carried out included; of a pose that is off, what it was."""
        if self._wish is not None:
            return self._wish[0]
        posed = self.bench.portrait.posed
        return Pose() if posed is None else posed.pose

    @property
    def on(self) -> bool:
        """Whether the clay stands in the pose."""
        posed = self.bench.portrait.posed
        return posed is not None and posed.on

    @property
    def joints(self) -> tuple[str, ...]:
        """Joints of the present figure."""
        figure = self.bench.portrait.figure
        return () if figure is None else joints_of(figure.crop)

    def why_not(self) -> str:
        """Why the clay cannot be posed; empty if it can."""
        return self.steering.why_not().replace("steer", "pose")

    def bones(self) -> Bones | None:
        """The joints of the present form, if they are at hand."""
        figure = self.bench.portrait.figure
        if figure is None or self.why_not() or not self.steering.maker.ready(figure, posed=True):
            return None
        if self._bones is None or self._bones[0] is not figure:
            self._bones = figure, self.steering.maker.bones(figure)
        return self._bones[1]

    def standing(self) -> Stance:
        """What the present pose does to the clay; only while the joints are at hand."""
        portrait = self.bench.portrait
        return Stance() if portrait.figure is None else self.steering.maker.pose_of(portrait.figure, portrait.posed)

    # --- changes --------------------------------------------------------------------------

    def choose(self, joint: str) -> None:
        """Take a joint in hand."""
        self.bench.selection.choose_joint(joint)
        self.changed.emit()

    def start(self) -> None:
        """Let joints be turned on the clay."""
        why = self.why_not()
        figure = self.bench.portrait.figure
        if why or figure is None:
            self.bench.say(why, "warn")
            return
        self.steering.finish()
        self.steering.making.work(lambda: None, lambda _: self.bench.set_mode("pose"), figure, posed=True, quick=True)

    def toggle(self) -> None:
        """Turn joints on the clay, or end it."""
        if self.bench.mode == "pose":
            self.bench.set_mode("tool")
        else:
            self.start()

    def cancel(self) -> None:
        """Take back what was turned since the last step ended."""
        self._soon.stop()
        self._wish = None
        if self._live is not None:
            self._live.cancel()
        self._live = None
        self.changed.emit()

    def turn(self, joint: str, move: int, degrees: float) -> None:
        """Turn a joint, soon; its turns in a row are one step."""
        title = JOINTS[joint].title
        self.take(
            self.pose.turned(joint, move, degrees), phrase("Pose: {0}{1}", title[0].lower(), title[1:]), together=True
        )

    def put_on(self, preset: PosePreset) -> None:
        """Take a ready-made pose, or the part of one."""
        figure = self.bench.portrait.figure
        if figure is not None:
            self.take(
                preset.on(self.pose, figure.crop), phrase("Pose: {0}{1}", preset.title[0].lower(), preset.title[1:])
            )

    def take(self, pose: Pose, name: str, *, together: bool = False) -> None:
        """Put the clay in a pose.

        Parameters
        ----------
        pose : Pose
        name : str
            Of the undo step.
        together : bool
            More of the same name may follow and becomes one step with it.
        """
        self._wish = pose, name
        if not together:
            self._live = None
            self.finish()
            self._live = None
            return
        level = self.steering.level
        self._soon.start(0 if level <= FORMED else REST)  # finer levels wait until the hand rests

    def set_on(self, on: bool) -> None:
        """Put the pose on the clay again, or take it off and keep it."""
        self._live = None
        self._carry_out(self.pose, "Put the pose on" if on else "Take the pose off", on)
        self._live = None

    def finish(self) -> None:
        """Carry out what is wished."""
        self._soon.stop()
        if self._wish is not None:
            (pose, name), self._wish = self._wish, None
            self._carry_out(pose, name, True)

    def end_step(self) -> None:
        """What follows is another undo step."""
        self.finish()
        self._live = None

    def _carry_out(self, pose: Pose, name: str, on: bool) -> None:
        self.steering.finish()
        portrait = self.bench.portrait
        figure = portrait.figure
        if figure is None:
            self.bench.say(self.why_not(), "warn")
            return

        def done(edit: Edit) -> None:
            self._live = portrait.going_on(self._live, name)
            self._live.update(edit)

        maker = self.steering.maker
        self.steering.making.work(lambda: maker.stand(portrait, pose, name, on=on), done, figure, posed=True)
