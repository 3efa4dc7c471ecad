"""Inputs of shader programs, set by name: a thin typed layer over the graphics library."""

from __future__ import annotations

from typing import Any

import moderngl


def uniform(program: moderngl.Program, name: str) -> moderngl.Uniform:
    """An input that is the same for all vertices and pixels.

    Raises
    ------
    KeyError
        If the program has none of that name, for instance because nothing in it uses it.
    TypeError
        If it is another kind of thing.
    """
    found = program[name]
    if not isinstance(found, moderngl.Uniform):
        raise TypeError(f"{name!r} must be a uniform, got {type(found).__name__}")
    return found


def put(program: moderngl.Program, name: str, value: Any) -> None:
    """Give an input a number, or a tuple of numbers; raises as `uniform`."""
    uniform(program, name).value = value


def write(program: moderngl.Program, name: str, data: bytes) -> None:
    """Give an input the bytes of a matrix or of an array; raises as `uniform`."""
    uniform(program, name).write(data)


def scissor(target: moderngl.Framebuffer, part: tuple[int, int, int, int] | None) -> None:
    """Let drawing change only a part of a target.

    X, y, width and height in pixels from the lower left; None for all of it.
    """
    target.scissor = part  # type: ignore[assignment]  # the library's own types leave None out, which it takes
