"""Every difference between two drawings, record by record, and what python3-ezdxf's audit says of each.

Usage: differences.py BEFORE AFTER [BEFORE AFTER ...]. Prints a list as JSON. Records are told apart by their handle, those without
one by their kind and name. The tags are read here, by nothing of the project's.
"""
import json
import sys
from collections import Counter

import ezdxf


def tags_of(path):
    lines = open(path, encoding="latin-1").read().split("\n")
    return [(int(lines[i]), lines[i + 1].strip("\r")) for i in range(0, len(lines) - 1, 2)]


def records_of(path):
    """Records by a name of their own: tags behind each other."""
    records = {}
    section, current, header = "", None, None
    seen = Counter()
    tags = tags_of(path)
    groups = []
    for code, value in tags:
        if code == 0:
            groups.append([(code, value)])
        else:
            groups[-1].append((code, value))
    for group in groups:
        kind = group[0][1].strip()
        if kind == "SECTION":
            section = group[1][1].strip()
            if section == "HEADER":
                for code, value in group[2:]:
                    if code == 9:
                        header = f"HEADER {value}"
                        records[header] = []
                    else:
                        records[header].append([code, value])
            continue
        if kind in ("ENDSEC", "EOF", "ENDTAB"):
            continue
        wanted = 105 if kind == "DIMSTYLE" else 5
        handle = next((value.strip().upper() for code, value in group if code == wanted), None)
        name = next((value for code, value in group if code == 2), "")
        key = f"{section} {kind} {handle or name}"
        seen[key] += 1
        if seen[key] > 1:
            key += f" #{seen[key]}"
        records[key] = [[code, value] for code, value in group]
    return records


def audit(path):
    """Errors and repairs, without the handles of what they are about: a repair makes new ones."""
    doc = ezdxf.readfile(path)
    auditor = doc.audit()
    found = [f"{e.code} {type(e.entity).__name__}" for e in [*auditor.errors, *auditor.fixes]]
    objects = sum(len(block) for block in doc.blocks)
    return found, objects


def compare(before, after):
    a, b = records_of(before), records_of(after)
    changed = []
    for key in [*a, *(key for key in b if key not in a)]:
        if a.get(key) != b.get(key):
            lost = Counter(map(tuple, a.get(key, [])))
            lost.subtract(Counter(map(tuple, b.get(key, []))))
            changed.append({"record": key, "gone": key not in b, "new": key not in a, "lost": [list(t) for t, n in lost.items() if n > 0], "gained": [list(t) for t, n in lost.items() if n < 0]})
    was, _ = audit(before)
    now, objects = audit(after)
    fresh = Counter(now)
    fresh.subtract(Counter(was))
    return {"changed": changed, "errors": sorted(key for key, n in fresh.items() if n > 0), "objects": objects, "dangling": dangling(b) - dangling(a)}


def dangling(records):
    """How many pointers lead nowhere."""
    handles = {key.split(" ", 2)[2].split(" #")[0] for key in records if key.count(" ") > 1}
    handles |= {"0"}
    count = 0
    for key, tags in records.items():
        if key.startswith("HEADER"):
            continue
        for code, value in tags[1:]:
            if (320 <= code <= 369 or 390 <= code <= 399 or code in (480, 481, 1005)) and value.strip().upper() not in handles:
                count += 1
    return count


paths = sys.argv[1:]
print(json.dumps([compare(paths[i], paths[i + 1]) for i in range(0, len(paths), 2)]))
