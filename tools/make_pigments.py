"""Make the table of skin colours by their pigments: spectra of `skin_optics` seen by the standard observer under D65.

Needs colour-science. Usage: python -m tools.make_pigments
"""

from __future__ import annotations

import warnings

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.skin.pigments import FILE, OXYGENS, from_axes, on_axes, pigments_of
from yewfinch.core.skin.skin_optics import WAVELENGTHS, reflectance

#: Places along melanin, blood, oxygen, yellow.
SIZES = (23, 17, 7, 13)
#: Colours along each side of the cube whose pigments are kept.
CUBE = 25


def linear_srgb(spectra: DoubleArray) -> DoubleArray:
    """Linear sRGB of reflectances (n, w) at `WAVELENGTHS`, (n, 3)."""
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        import colour

    observer = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"]
    light = colour.SDS_ILLUMINANTS["D65"]
    seen = np.array([observer[w] * light[w] for w in WAVELENGTHS])
    xyz = spectra @ seen / seen[:, 1].sum()
    return np.asarray(xyz @ colour.RGB_COLOURSPACES["sRGB"].matrix_XYZ_to_RGB.T)


def main() -> None:
    """Write it."""
    axes = np.stack(np.meshgrid(*[np.linspace(0.0, 1.0, n) for n in SIZES], indexing="ij"), -1).reshape(-1, 4)
    found = linear_srgb(reflectance(from_axes(axes)))
    roots = np.cbrt(found).reshape(*SIZES, 3).astype(np.float32)
    # the table is read while the pigments of colours are looked for
    np.savez_compressed(FILE, roots=roots, nearest=np.zeros((2, 2, 2, 4), np.float16))
    cube = np.stack(np.meshgrid(*[np.linspace(0.0, 1.0, CUBE)] * 3, indexing="ij"), -1).reshape(-1, 3)
    nearest = on_axes(pigments_of(cube, OXYGENS[0])[0]).reshape(CUBE, CUBE, CUBE, 4)
    np.savez_compressed(FILE, roots=roots, nearest=nearest.astype(np.float16))


if __name__ == "__main__":
    main()
