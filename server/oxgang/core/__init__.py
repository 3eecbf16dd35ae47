"""The trade's computation: no framework, no database, no input or output.

Its rooms, each above those it imports: `words`, `flight`, `carry`, `ground`, `keeping`, `practice`.
From a few balls to a matrix:

>>> from datetime import date
>>> from oxgang.core.carry.evidence import Evidence
>>> from oxgang.core.carry.hits import standard_hits
>>> from oxgang.core.words.bag import Club
>>> from oxgang.core.words.shots import CellKey, Shot
>>> from oxgang.core.words.swing import CLOCK
>>> bag = [Club("60", 60), Club("56", 56), Club("52", 52)]
>>> half = CellKey("56", "9:00")
>>> shots = [Shot(cell=half, hit_on=date(2026, 5, 31), carry_yd=c) for c in (60, 61, 62, 61, 63)]
>>> arms = {position.label: position.arm_deg for position in CLOCK.positions}
>>> hits = standard_hits(shots, {club.label: club.loft_deg for club in bag}, arms, 0)
>>> matrix = Evidence(hits, bag, CLOCK.positions, date(2026, 5, 31)).matrix()
>>> cell = matrix[half]
>>> f"{cell.key} carries {cell.carry_yd:.0f}, {cell.basis}"
'56 9:00 carries 61, measured'
>>> other = matrix[CellKey("52", "10:00")]
>>> other.basis, other.half_yd > cell.half_yd
(<Basis.ESTIMATED: 'estimated'>, True)
>>> matrix[CellKey("driver", "9:00")]
Traceback (most recent call last):
    ...
oxgang.core.errors.InputError: There is no driver 9:00 in this matrix.
"""
