"""Skin's colour by pigments: the shipped table against spectra seen by colour-science, published faces, and back."""

import warnings

import numpy as np
from scipy.signal import find_peaks

from yewfinch.core.shared.colour import to_lab, to_srgb
from yewfinch.core.skin.colour_difference import ciede2000
from yewfinch.core.skin.pigments import (
    BOUNDS,
    Pigments,
    colour_of,
    colours_of,
    from_axes,
    on_axes,
    pigments_of,
)
from yewfinch.core.skin.skin_optics import WAVELENGTHS, haemoglobin, reflectance

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    import colour

#: L*, a*, b* of faces, least and most (Xiao et al. 2017, Skin Res. Technol. 23:21, from memory).
FACES = {
    "European": ((58, 8, 12), (68, 16, 19)), "East Asian": ((56, 8, 14), (66, 14, 21)),
    "South Asian": ((45, 8, 14), (60, 14, 21)), "African": ((30, 7, 10), (50, 14, 20)),
}  # fmt: skip


def _lab(spectra):
    """CIELAB by colour-science's own integration over wavelengths, of each spectrum."""
    out = []
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        white = colour.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"]["D65"]
        for values in spectra:
            held = colour.SpectralDistribution(dict(zip(WAVELENGTHS, values, strict=True)))
            shape = colour.SpectralShape(400, 700, 5)
            xyz = colour.sd_to_XYZ(
                held,
                colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"].copy().align(shape),
                colour.SDS_ILLUMINANTS["D65"].copy().align(shape),
                method="Integration",
            )
            out.append(colour.XYZ_to_Lab(xyz / 100.0, white))
    return np.array(out)


def test_the_table_is_what_spectra_give():
    at = from_axes(np.random.default_rng(4).random((150, 4)))
    by_table = to_lab(to_srgb(colours_of(at)))
    assert ciede2000(by_table, _lab(reflectance(at))).max() < 0.5


def test_blood_absorbs_where_it_should():
    """Peaks at about 415, 542 and 577 nm with oxygen, at 555 without (Jacques 1998)."""
    rich, poor = haemoglobin(np.array([1.0, 0.0]))
    peaks = WAVELENGTHS[find_peaks(rich)[0]]
    for wanted in (415.0, 542.0, 577.0):
        assert np.abs(peaks - wanted).min() <= 7.5, peaks
    green = (WAVELENGTHS > 500) & (WAVELENGTHS < 620)
    assert abs(WAVELENGTHS[green][np.argmax(poor[green])] - 555.0) <= 5.0
    back = reflectance(from_axes(np.random.default_rng(1).random((300, 4))))
    assert back.min() > 0.0 and back.max() < 1.0


def test_melanin_darkens_blood_reddens_oxygen_too_and_yellow_yellows():
    steps = np.linspace(0.0, 1.0, 24)
    for rest in np.random.default_rng(2).uniform(0.2, 0.7, (8, 4)):
        for axis, channel, sign in ((0, 0, -1), (1, 1, 1), (2, 1, 1), (3, 2, 1)):
            at = np.tile(rest, (len(steps), 1))
            at[:, axis] = steps if axis != 1 else 0.7 * steps  # very much blood darkens all
            if axis == 1:
                at[:, 0] = min(rest[0], 0.5)
            lab = to_lab(to_srgb(colours_of(from_axes(at))))
            assert (sign * np.diff(lab[:, channel]) > -0.05).all(), (axis, lab[:, channel])
            assert sign * (lab[-1, channel] - lab[0, channel]) > 1.5


def test_published_faces_and_the_dark_half_of_a_scale_are_reached():
    rng = np.random.default_rng(6)
    for name, (low, high) in FACES.items():
        corners = np.array(np.meshgrid(*zip(low, high, strict=True))).reshape(3, -1).T
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            rgb = colour.XYZ_to_sRGB(colour.Lab_to_XYZ(corners))
        assert pigments_of(rgb)[1].max() < 4.6, name  # of these corners hardly one is a face
        within = rng.uniform(low, high, (60, 3))
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            rgb = colour.XYZ_to_sRGB(colour.Lab_to_XYZ(within))
        _, far = pigments_of(rgb)
        assert np.median(far) < 0.5 and np.percentile(far, 95) < 2.5, (name, far)
    monk = ["f6ede4", "f3e7db", "f7ead0", "eadaba", "d7bd96", "a07e56", "825c43", "604134", "3a312a", "292420"]
    shades = np.array([[int(h[i : i + 2], 16) / 255 for i in (0, 2, 4)] for h in monk])
    far = pigments_of(shades)[1]
    assert far[4:].max() < 4.0  # tones 5 to 10
    assert far[:4].max() < 11.0  # lighter than faces that were measured


def test_pigments_are_found_again_by_their_colour():
    at = np.random.default_rng(5).random((400, 4))
    at[:, 2] = on_axes([[0.03, 0.01, 0.6, 0.0]])[0, 2]
    wanted = from_axes(at)
    found, far = pigments_of(to_srgb(colours_of(wanted)), 0.6)
    assert np.median(far) < 0.01 and np.percentile(far, 98) < 1.0
    light = wanted[:, 0] < 0.2
    assert np.median(np.abs(np.log(found[light, 0] / wanted[light, 0]))) < 0.02
    assert np.median(np.abs(np.log(found[light, 1] / wanted[light, 1]))) < 0.05
    assert pigments_of([(0.1, 0.2, 0.9)])[1][0] > 20.0  # blue is no skin, and it says so


def test_beyond_its_bounds_it_is_as_at_them():
    for k, (low, high) in enumerate(BOUNDS.values()):
        beyond = np.array([[0.03, 0.015, 0.75, 0.2]])
        beyond[0, k] = 10.0 * high
        at = beyond.copy()
        at[0, k] = high
        np.testing.assert_array_equal(colours_of(beyond), colours_of(at))
        assert low < high
    assert all(0 <= v <= 255 for v in colour_of(Pigments()))
