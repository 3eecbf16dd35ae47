"""Mishits: which balls count, and which solid balls look like mishits."""

from __future__ import annotations

from typing import Final

import numpy as np
from numpy.typing import ArrayLike, NDArray

# Iglewicz, B. and Hoaglin, D. (1993), How to Detect and Handle Outliers, ASQC Basic References in
# Quality Control 16, pages 11 to 13: a modified z-score beyond 3.5 is a potential outlier.
MODIFIED_Z_LIMIT: Final = 3.5
# 0.6745 is the 0.75 quantile of the standard normal distribution: MAD = 0.6745 sigma.
MAD_TO_SIGMA: Final = 1 / 0.6744897501960817
# Where more than half of the values are equal the MAD is 0; the same source then uses the mean
# absolute deviation, which is sqrt(2 / pi) sigma.
MEAN_AD_TO_SIGMA: Final = float(np.sqrt(np.pi / 2))
# So many groups can be numbered in sixteen bits.
MOST_DIGITS: Final = 2**15


def robust_sigma(values: ArrayLike) -> float:
    """Robust estimate of the standard deviation, in the unit of `values`.

    1.4826 times the median absolute deviation from the median; 1.2533 times the mean absolute
    deviation from it where the median one is 0; 0 for fewer than two values.

    References
    ----------
    Iglewicz and Hoaglin (1993); Rousseeuw and Croux (1993), JASA 88, 1273.
    """
    x = np.asarray(values, dtype=float)
    if x.size < 2:
        return 0.0
    deviations = np.abs(x - np.median(x))
    mad = float(np.median(deviations))
    return mad * MAD_TO_SIGMA if mad > 0 else float(np.mean(deviations)) * MEAN_AD_TO_SIGMA


def modified_z(values: ArrayLike) -> NDArray[np.float64]:
    """Modified z-scores, shape (n,): distance from the median in robust standard deviations.

    All zero when the values do not scatter or are fewer than three.
    """
    x = np.asarray(values, dtype=float)
    sigma = robust_sigma(x)
    if x.size < 3 or sigma == 0:
        return np.zeros(x.size)
    z: NDArray[np.float64] = (x - np.median(x)) / sigma
    return z


def medians_by(values: NDArray[np.float64], index: NDArray[np.intp], n: int) -> NDArray[np.float64]:
    """The median of the values of each index 0 to n - 1, shape (n,); nan where there is none."""
    order = np.argsort(values)
    # Of few groups the second sort is by digits, which takes a quarter of the time.
    small = index.astype(np.int16) if n < MOST_DIGITS else index
    order = order[np.argsort(small[order], kind="stable")]
    count = np.bincount(index, minlength=n)
    start = np.concatenate([[0], np.cumsum(count)[:-1]]).astype(np.intp)
    ordered = np.append(values[order], np.nan)
    low = np.where(count > 0, start + (count - 1) // 2, len(values))
    high = np.where(count > 0, start + count // 2, len(values))
    return np.asarray((ordered[low] + ordered[high]) / 2)


def suspects_by(values: NDArray[np.float64], index: NDArray[np.intp], n: int) -> NDArray[np.bool_]:
    """`suspects` of many cells at once: each value among those of its index, shape of `values`."""
    off = np.abs(values - medians_by(values, index, n)[index])
    count = np.bincount(index, minlength=n)
    mad = medians_by(off, index, n)
    mean = np.bincount(index, off, n) / np.maximum(count, 1)
    sigma = np.where(mad > 0, mad * MAD_TO_SIGMA, mean * MEAN_AD_TO_SIGMA)[index]
    some = (count[index] > 2) & (sigma > 0)
    return np.asarray(some & (off > MODIFIED_Z_LIMIT * np.where(some, sigma, 1.0)))


def suspects(values: ArrayLike) -> NDArray[np.bool_]:
    """Which of a cell's solid carries, shape (n,), are suggested as mishits.

    A suggestion only: the coach's strike mark decides what counts.
    """
    return np.abs(modified_z(values)) > MODIFIED_Z_LIMIT
