"""Compile all kernels and make the base head, bodies and skull, once, with visible progress."""

from __future__ import annotations

import sys

from yewfinch.core.anatomy import field_shapes
from yewfinch.core.anatomy.people import people
from yewfinch.core.anatomy.spread import KINDS
from yewfinch.core.document import texturing
from yewfinch.core.document.plain import plain_bodies, plain_head
from yewfinch.core.document.under_skin import plain_skull
from yewfinch.core.mesh import coarse, cones, crossings, pick, surface
from yewfinch.core.reshape import fuse
from yewfinch.core.sculpt.registry import tools
from yewfinch.core.shared import warmup
from yewfinch.core.show import section
from yewfinch.core.sitter import depth_map, towards
from yewfinch.render import buffers


def main() -> None:
    """Show a line that counts up."""
    assert surface and crossings and field_shapes and pick and fuse and depth_map and towards and tools()
    assert texturing and coarse and cones and section and buffers

    def show(fraction: float, text: str) -> None:
        sys.stderr.write(f"\r{fraction * 100:3.0f} %  {text:40s}")
        sys.stderr.flush()

    warmup.run(lambda f, t: show(f * 0.4, t))
    plain_head(lambda f, t: show(0.4 + 0.2 * f, t))
    plain_bodies(lambda f, t: show(0.6 + 0.36 * f, t))
    plain_skull(lambda f, _: show(0.96 + 0.04 * f, "the skull"))
    for kind in KINDS:
        people(kind)
    show(1.0, "ready")
    sys.stderr.write("\n")


if __name__ == "__main__":
    main()
