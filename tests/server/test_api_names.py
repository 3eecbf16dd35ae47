"""The API's schema knows its parts by their bare names: two of one name would be one."""

from __future__ import annotations

import pkgutil
from collections import defaultdict
from enum import Enum
from importlib import import_module

from ninja import Schema
from oxgang import api


def test_no_two_parts_of_the_api_have_one_name() -> None:
    modules = [
        import_module(found.name)
        for found in pkgutil.walk_packages(api.__path__, "oxgang.api.")
        if found.name.endswith((".schemas", ".said", ".fields"))
    ]
    assert len(modules) > 15
    named: dict[str, set[type]] = defaultdict(set)
    for module in modules:
        for part in vars(module).values():
            if isinstance(part, type) and issubclass(part, Schema | Enum):
                named[part.__name__].add(part)
    assert {name: parts for name, parts in named.items() if len(parts) > 1} == {}
