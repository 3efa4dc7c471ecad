"""Colour spaces against published values."""

import numpy as np
import pytest

from yewfinch.core.shared.colour import from_hex, from_hsl, hex_of, to_hsl, to_linear, to_srgb


def test_srgb_transfer_function():
    # IEC 61966-2-1; values checked with a reference library on the fact sheet
    assert to_linear(0.5) == pytest.approx(0.214041, abs=1e-6)
    assert to_srgb(0.18) == pytest.approx(0.461356, abs=1e-6)
    v = np.linspace(0, 1, 101)
    np.testing.assert_allclose(to_srgb(to_linear(v)), v, atol=1e-12)


@pytest.mark.parametrize(
    ("rgb", "hsl"),
    [
        ((255, 0, 0), (0, 100, 50)),
        ((0, 128, 0), (120, 100, 25.1)),
        ((191, 64, 64), (0, 49.8, 50)),
        ((255, 255, 255), (0, 0, 100)),
    ],
)
def test_hsl(rgb, hsl):
    # CSS Color Module Level 3
    assert to_hsl(rgb) == pytest.approx(hsl, abs=0.1)
    assert from_hsl(*to_hsl(rgb)) == rgb


def test_hex():
    assert from_hex("#C98A16") == (201, 138, 22)
    assert from_hex("fff") == (255, 255, 255)
    assert hex_of((1, 2, 255)) == "#0102ff"
    for bad in ("", "#12", "#zzzzzz", "#1234567"):
        with pytest.raises(ValueError, match="written like"):
            from_hex(bad)
