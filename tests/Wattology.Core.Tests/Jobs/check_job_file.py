"""Checks a job file from its description in docs/job-file.md alone, with Python's standard library.

Usage: python3 check_job_file.py FILE. Says what is wrong, entry by entry, and ends with 1; or says how many entries are whole, and ends with 0.
"""
import datetime
import hashlib
import json
import re
import sys

DECODER = json.JSONDecoder()
WHITE = " \t\n\r"
ORDER = ["by", "by_id", "role", "second", "second_id", "stage", "kind", "known", "instrument", "corrects", "reason",
         "body", "outcome", "typed", "once", "prev"]
STORED = {"body", "outcome", "typed"}
SHORT = {'"': '\\"', "\\": "\\\\", "\b": "\\b", "\t": "\\t", "\n": "\\n", "\f": "\\f", "\r": "\\r"}


def quoted(text):
    return '"' + "".join(SHORT.get(c) or ("\\u%04x" % ord(c) if c < " " else c) for c in text) + '"'


def skip(text, at):
    while text[at] in WHITE:
        at += 1
    return at


def members(text, at):
    """The members of the object at a position: name, and the value's own text."""
    at = skip(text, at + 1)
    while text[at] != "}":
        name, at = DECODER.raw_decode(text, at)
        at = skip(text, skip(text, at) + 1)
        _, end = DECODER.raw_decode(text, at)
        yield name, text[at:end]
        at = skip(text, end)
        if text[at] == ",":
            at = skip(text, at + 1)


def items(text):
    """The items of a list, each as its own text."""
    at = skip(text, 1)
    while text[at] != "]":
        _, end = DECODER.raw_decode(text, at)
        yield text[at:end]
        at = skip(text, end)
        if text[at] == ",":
            at = skip(text, at + 1)


def tokens(text):
    """A value without the white space between its tokens."""
    return re.sub(r'("(?:[^"\\]|\\.)*")|[ \t\n\r]+', lambda m: m.group(1) or "", text)


def milliseconds(at):
    since = datetime.datetime.fromisoformat(at.replace("Z", "+00:00")) - datetime.datetime(1970, 1, 1, tzinfo=datetime.timezone.utc)
    return since // datetime.timedelta(milliseconds=1)


def hash_of(fields):
    return hashlib.sha256(("[" + ",".join(f if isinstance(f, str) else str(f) for f in fields) + "]").encode("utf-8")).hexdigest()


def check(text):
    file = dict(members(text, skip(text, 0)))
    assert json.loads(file["format"]) == "wattology-job" and json.loads(file["version"]) == 2, "this is no job file of version 2"
    job, wrong, count, head = json.loads(file["job"]), [], 0, ""
    for raw in items(file["entries"]):
        entry = dict(members(raw, 0))
        count += 1
        if json.loads(entry["seq"]) != count:
            wrong.append("entry %d stands where %d should" % (json.loads(entry["seq"]), count))
        if json.loads(entry["prev"]) != head:
            wrong.append("entry %d does not name the entry before it" % count)
        fields = [quoted("wattology-entry-2"), quoted(job), json.loads(entry["seq"]), milliseconds(json.loads(entry["at"]))]
        for name in ORDER:
            said = ("" if entry[name] == "null" else tokens(entry[name])) if name in STORED else json.loads(entry[name])
            fields.append(quoted(said))
        head = json.loads(entry["hash"])
        if hash_of(fields) != head:
            wrong.append("entry %d was changed" % count)
    if "shop" in file:
        shop = json.loads(file["shop"])
        own = shop["entry"]
        fields = [quoted("wattology-shop-1"), own["seq"], milliseconds(own["at"])]
        fields += [quoted(own[n]) for n in ["by", "by_id", "role", "kind", "of", "state", "body", "prev"]]
        if hash_of(fields) != own["hash"]:
            wrong.append("the shop's entry was changed")
        if (own["kind"], own["of"], own["state"]) != ("job", job, "%d:%s" % (count, head)):
            wrong.append("the shop signed another record")
    return count, wrong


if __name__ == "__main__":
    with open(sys.argv[1], encoding="utf-8", newline="") as source:
        number, faults = check(source.read())
    print("\n".join(faults) if faults else "%d entries whole" % number)
    sys.exit(1 if faults else 0)
