"""Calls a program's functions, one for each line that is read, and writes a line for each."""
import json
import os
import sys
from urllib.parse import unquote


def value(result):
    """The result in JSON, or None when it is nothing that a result can be."""
    if isinstance(result, float) and result.is_integer():
        result = int(result)
    if result is None or isinstance(result, (bool, int, str)):
        return json.dumps(result)
    if isinstance(result, (list, tuple)) and all(isinstance(x, (bool, int, str)) for x in result):
        return json.dumps(list(result))
    return None


def load(files):
    names = {}
    for path in files:
        names["__name__"], names["__file__"] = "program", path
        try:
            with open(path, encoding="utf-8") as source:
                exec(compile(source.read(), path, "exec"), names)
        except BaseException:  # what is defined until then can be called
            pass
    return names


def readers(settings):
    cells = dict(zip("012", settings["cells"]))
    cols, layout = settings["cols"], settings["layout"]
    get = cells.__getitem__
    flat = lambda word: list(map(get, word))
    if layout == "text":
        board = lambda word: "".join(map(get, word))
    elif layout == "flat":
        board = flat
    else:
        def board(word):
            row = list(map(get, word))
            return [row[i : i + cols] for i in range(0, len(row), cols)]
    texts = lambda word: [unquote(w) for w in word[1:].split(",")] if len(word) > 1 else []
    return {"board": board, "player": get, "row": int, "col": int, "number": int, "length": int, "down": lambda word: word == "1", "word": unquote, "letters": texts, "hand": texts}


def main():
    lines = os.fdopen(os.dup(0), "rb")
    settings, chunk = json.loads(lines.readline()), int(lines.readline()) or 1
    out = os.fdopen(os.dup(1), "w", 1 << 16)
    os.dup2(2, 1)
    os.dup2(os.open(os.devnull, os.O_RDONLY), 0)
    sys.stdin = open(os.devnull)
    sys.path.insert(0, os.getcwd())
    names = load(settings["files"])
    read = readers(settings)
    functions = [(names.get(c["name"]), c["name"], [read[t] for t in c["takes"]]) for c in settings["calls"]]
    known, written = {}, 0
    for line in lines:
        number, *words = line.decode().rstrip("\n").split(" ")
        function, name, takes = functions[int(number)]
        if not callable(function):
            answer = "? " + name
        else:
            try:
                result = function(*[t(w) for t, w in zip(takes, words)])
                key = (type(result), result) if result.__class__ in (str, int, bool, type(None)) else None
                answer = known.get(key) if key else None
                if answer is None:
                    text = value(result)
                    answer = "= " + text if text is not None else "! it returned %s" % type(result).__name__
                    if key:
                        known[key] = answer
            except BaseException as e:
                answer = "! %s: %s" % (type(e).__name__, str(e).replace("\n", " "))
        out.write(answer + "\n")
        written += 1
        if written % chunk == 0:
            out.flush()
    out.flush()
    os._exit(0)


main()
