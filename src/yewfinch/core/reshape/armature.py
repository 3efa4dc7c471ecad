"""Armatures: balls with radii, each linked to the one it was drawn from.

An armature is a value: every operation gives another one. A mirrored armature holds the balls of
its left half and of the middle; the right half is their image.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Radii of balls and the farthest they may lie from the origin, mm.
SMALLEST, LARGEST, FARTHEST = 0.5, 1000.0, 10_000.0
#: Balls of one armature.
MOST = 500
#: Widest fillet between branches, mm.
WIDEST = 200.0
#: A ball of a mirrored armature that comes so near to the middle, as a part of its radius, lies in it.
_SNAP = 0.25


@dataclass(frozen=True)
class Ball:
    """One ball.

    Attributes
    ----------
    place : (x, y, z), mm
    radius : float, mm
    parent : int
        Number of the ball it is linked to; -1 begins a chain. Lower than its own number.
    """

    place: tuple[float, float, float]
    radius: float
    parent: int = -1

    @property
    def at(self) -> DoubleArray:
        """The place as (3,) float64."""
        return np.array(self.place)


@dataclass(frozen=True)
class Armature:
    """Balls and links.

    Attributes
    ----------
    balls : tuple of Ball
    mirrored : bool
        The right half is the image of the left one.
    fillet : float
        Where branches part, the skin is rounded by so many mm.
    """

    balls: tuple[Ball, ...] = ()
    mirrored: bool = True
    fillet: float = 10.0

    def children(self, number: int) -> list[int]:
        """Balls linked to a ball."""
        return [i for i, b in enumerate(self.balls) if b.parent == number]

    def branch(self, number: int) -> list[int]:
        """A ball and all that hangs on it, ascending."""
        out = {number}
        for i in range(number + 1, len(self.balls)):
            if self.balls[i].parent in out:
                out.add(i)
        return sorted(out)

    # --- changes --------------------------------------------------------------------------

    def added(self, parent: int, place: DoubleArray, radius: float) -> Armature:
        """The armature with one more ball at the end; its number is the last."""
        return checked(replace(self, balls=(*self.balls, Ball(self._laid(place, radius), float(radius), parent))))

    def inserted(self, child: int, part: float = 0.5) -> tuple[Armature, int]:
        """The armature with a ball in the link to a ball, at a part of the way from its parent.

        Returns
        -------
        Armature
        int
            Number of the new ball.

        Raises
        ------
        ValueError
            If the ball has no link.
        """
        ball = self.balls[child]
        if ball.parent < 0:
            raise ValueError(phrase("ball {0} begins a chain: there is no link to insert into", child))
        above, t = self.balls[ball.parent], min(max(part, 0.05), 0.95)
        new = Ball(
            _triple(above.at + t * (ball.at - above.at)), above.radius + t * (ball.radius - above.radius), ball.parent
        )
        # the new ball takes the child's number; what stood there and after moves up by one
        later = [replace(b, parent=b.parent + (b.parent >= child)) for b in self.balls[child:]]
        later[0] = replace(later[0], parent=child)
        return checked(replace(self, balls=(*self.balls[:child], new, *later))), child

    def removed(self, number: int) -> Armature:
        """The armature without a ball; what hung on it hangs on the one above, or begins chains of its own."""
        gone = self.balls[number]
        kept = []
        for i, ball in enumerate(self.balls):
            if i == number:
                continue
            parent = gone.parent if ball.parent == number else ball.parent
            kept.append(replace(ball, parent=parent - (parent > number)))
        return replace(self, balls=tuple(kept))

    def moved(self, number: int, place: DoubleArray, *, branch: bool = False) -> Armature:
        """The armature with a ball at another place; on request with all that hangs on it."""
        ball = self.balls[number]
        if not branch:
            return self._with({number: Ball(self._laid(place, ball.radius), ball.radius, ball.parent)})
        step = np.asarray(self._laid(place, ball.radius)) - ball.at
        return self._with(
            {
                i: replace(self.balls[i], place=self._laid(self.balls[i].at + step, self.balls[i].radius))
                for i in self.branch(number)
            }
        )

    def bent(self, number: int, target: DoubleArray) -> Armature:
        """The armature with a ball turned about the one above until it lies towards a target.

        Lengths stay, and all that hangs on it comes along.
        """
        ball = self.balls[number]
        if ball.parent < 0:
            return self.moved(number, target, branch=True)
        pivot = self.balls[ball.parent].at
        was, way = ball.at - pivot, np.asarray(target, float) - pivot
        if np.linalg.norm(was) < 1e-9 or np.linalg.norm(way) < 1e-9:
            return self
        turn = _shortest(was, way)
        return self._with(
            {
                i: replace(
                    self.balls[i], place=self._laid(pivot + turn.apply(self.balls[i].at - pivot), self.balls[i].radius)
                )
                for i in self.branch(number)
            }
        )

    def scaled(self, number: int, factor: float) -> Armature:
        """The armature with a ball and all that hangs on it larger by a factor, about the ball."""
        pivot = self.balls[number].at
        made = {}
        for i in self.branch(number):
            radius = float(np.clip(self.balls[i].radius * factor, SMALLEST, LARGEST))
            made[i] = replace(
                self.balls[i], place=self._laid(pivot + factor * (self.balls[i].at - pivot), radius), radius=radius
            )
        return self._with(made)

    def sized(self, number: int, radius: float) -> Armature:
        """The armature with another radius of one ball, kept within limits."""
        return self._with({number: replace(self.balls[number], radius=float(np.clip(radius, SMALLEST, LARGEST)))})

    def unmirrored(self) -> Armature:
        """The armature with the right half as balls of its own."""
        if not self.mirrored:
            return self
        balls = list(self.balls)
        twin = {}
        for i, ball in enumerate(self.balls):
            if ball.place[0] == 0.0:
                twin[i] = i
                continue
            twin[i] = len(balls)
            x, y, z = ball.place
            balls.append(Ball((-x, y, z), ball.radius, twin.get(ball.parent, -1)))
        return checked(replace(self, balls=tuple(balls), mirrored=False))

    def remirrored(self) -> Armature:
        """Mirrored again from what lies left of and in the middle; what lies right of it goes."""
        if self.mirrored:
            return self
        out = self
        for i in range(len(self.balls) - 1, -1, -1):
            ball = self.balls[i]
            if ball.place[0] < -_SNAP * ball.radius:
                out = out.removed(i)
        out = replace(out, mirrored=True)
        for i, ball in enumerate(out.balls):
            out = out.moved(i, ball.at)  # those near the middle are laid into it
        return out

    # --- helpers --------------------------------------------------------------------------

    def _with(self, made: dict[int, Ball]) -> Armature:
        return checked(replace(self, balls=tuple(made.get(i, b) for i, b in enumerate(self.balls))))

    def _laid(self, place: DoubleArray, radius: float) -> tuple[float, float, float]:
        """A place that a mirrored armature may have: left of the middle or in it."""
        x, y, z = _triple(place)
        if self.mirrored:
            x = 0.0 if x < _SNAP * radius else x
        return x, y, z


def checked(armature: Armature) -> Armature:
    """The same armature, if every value makes sense.

    Raises
    ------
    YewfinchError
        Naming what does not.
    """
    if len(armature.balls) > MOST:
        raise YewfinchError(
            phrase("An armature has at most {0} balls; this one would have {1}.", MOST, len(armature.balls))
        )
    if not (np.isfinite(armature.fillet) and 0.0 <= armature.fillet <= WIDEST):
        raise YewfinchError(phrase("The fillet of an armature is 0 to {0:g} mm, not {1}.", WIDEST, armature.fillet))
    for i, ball in enumerate(armature.balls):
        if not -1 <= ball.parent < i:
            raise YewfinchError(
                phrase("Ball {0} of the armature hangs from ball {1}, which does not stand before it.", i, ball.parent)
            )
        if not np.isfinite(ball.place).all() or np.abs(ball.place).max() > FARTHEST:
            raise YewfinchError(phrase("Ball {0} of the armature lies nowhere near: {1} mm.", i, ball.place))
        if not (np.isfinite(ball.radius) and SMALLEST <= ball.radius <= LARGEST):
            raise YewfinchError(
                phrase(
                    "Ball {0} of the armature has a radius of {1} mm; {2:g} to {3:g} make sense.",
                    i,
                    ball.radius,
                    SMALLEST,
                    LARGEST,
                )
            )
    return armature


def linked(balls: Iterable[tuple[float, float, float, float, int]], **settings: float | bool) -> Armature:
    """An armature from rows x, y, z, radius, parent."""
    return checked(Armature(tuple(Ball((x, y, z), r, p) for x, y, z, r, p in balls), **settings))  # type: ignore[arg-type]  # keys are names of its fields


def _shortest(a: DoubleArray, b: DoubleArray) -> Any:
    """The shortest turn that takes one direction to another."""
    from scipy.spatial.transform import Rotation

    a, b = a / np.linalg.norm(a), b / np.linalg.norm(b)
    axis = np.cross(a, b)
    size = float(np.linalg.norm(axis))
    if size < 1e-9:
        if a @ b > 0:
            return Rotation.identity()
        axis = np.cross(a, [1.0, 0.0, 0.0] if abs(a[0]) < 0.9 else [0.0, 1.0, 0.0])
        return Rotation.from_rotvec(np.pi * axis / np.linalg.norm(axis))
    return Rotation.from_rotvec(axis / size * np.arctan2(size, float(a @ b)))


def _triple(p: DoubleArray) -> tuple[float, float, float]:
    return float(p[0]), float(p[1]), float(p[2])
