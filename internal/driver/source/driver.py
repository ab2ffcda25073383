"""Calls what a program defines: one request in JSON on each line, and a line of answer for each.

For each script a process of its own is forked from one that has loaded the program, so that each begins
with the same variables.
"""
import gc
import inspect
import io
import json
import os
import sys
import traceback
import types
from enum import Enum

DEEPEST, LONGEST = 8, 4096
AGAIN = 88  # how a process ends after which another one answers


class Asked(BaseException):
    pass


class NoInput(io.TextIOBase):
    """A standard input at which nobody sits."""

    def readline(self, size=-1):
        raise Asked("the program asks for input")

    read = readlines = __next__ = readline

    def fileno(self):
        raise Asked("the program asks for input")


def asked(prompt=""):
    raise Asked("the program asks for input")


def plain(v, depth=0):
    """A value as JSON can hold it."""
    kind = type(v)
    if v is None or kind in (bool, int, str):
        return v
    if kind is float:
        return int(v) if v.is_integer() else v
    if isinstance(v, Enum):
        return {"$name": kind.__name__ + "." + v.name}
    if depth > DEEPEST:
        return "…"
    if isinstance(v, list):
        return [plain(x, depth + 1) for x in list.__iter__(v)][:LONGEST]
    if isinstance(v, tuple) and not hasattr(kind, "_fields"):
        return [plain(x, depth + 1) for x in tuple.__iter__(v)][:LONGEST]
    if isinstance(v, dict):
        return {"$map": [[plain(k, depth + 1), plain(x, depth + 1)] for k, x in list(dict.items(v))[:LONGEST]]}
    if isinstance(v, (set, frozenset)):
        items = [plain(x, depth + 1) for x in list(v)[:LONGEST]]
        return {"$set": sorted(items, key=json.dumps)}
    if isinstance(v, int):
        return int.__int__(v)
    if isinstance(v, str):
        return str.__str__(v)
    if isinstance(v, range):
        return list(v)
    if callable(v) and not hasattr(v, "__dict__"):
        return {"$call": True}
    if isinstance(v, (type, types.FunctionType, types.MethodType)):
        return {"$call": True}
    made = {"$object": kind.__name__}
    if depth < 3:
        made["fields"] = fields(v, depth + 1)
    return made


def fields(v, depth=0):
    names = {}
    if hasattr(type(v), "_fields") and isinstance(v, tuple):
        names = dict(zip(type(v)._fields, tuple.__iter__(v)))
    else:
        for name in getattr(type(v), "__slots__", ()):
            if hasattr(v, name):
                names[name] = getattr(v, name)
        for cls in reversed(type(v).__mro__[:-1]):
            for name, x in vars(cls).items():
                if not name.startswith("__") and not callable(x) and not isinstance(x, (property, classmethod, staticmethod)):
                    names[name] = x
        names.update(getattr(v, "__dict__", {}))
    return {k: plain(x, depth) for k, x in names.items() if not k.startswith("__") and not isinstance(x, types.MemberDescriptorType)}


def properties(v):
    names = {}
    for cls in type(v).__mro__[:-1]:
        for name, x in vars(cls).items():
            if isinstance(x, property) and name not in names:
                try:
                    names[name] = plain(getattr(v, name))
                except Exception:  # is not shown
                    pass
    return names


def takes(function, bound):
    try:
        signature = inspect.signature(function)
    except (TypeError, ValueError):
        return None
    made = []
    for p in list(signature.parameters.values())[1 if bound else 0:]:
        if p.kind in (p.VAR_KEYWORD, p.KEYWORD_ONLY):
            continue
        note = "" if p.annotation is p.empty else getattr(p.annotation, "__name__", str(p.annotation))
        made.append({"name": p.name, "type": note, "optional": p.default is not p.empty or p.kind == p.VAR_POSITIONAL})
    return made


def described(name, function, bound=False):
    return {"name": name, "takes": takes(function, bound) or []}


def of_class(cls):
    made = {"name": cls.__name__, "methods": [], "fields": [], "values": []}
    if issubclass(cls, Enum):
        made["values"] = [m.name for m in cls]
        return made
    new = takes(cls, False)
    made["new"] = [new] if new is not None else [[]]
    for c in cls.__mro__[:-1]:
        for name, x in vars(c).items():
            if name.startswith("__") or any(m["name"] == name for m in made["methods"]):
                continue
            if isinstance(x, property):
                made["fields"].append(name)
            elif isinstance(x, (staticmethod, classmethod)):
                d = described(name, x.__func__, isinstance(x, classmethod))
                d["static"] = True
                made["methods"].append(d)
            elif isinstance(x, types.FunctionType):
                made["methods"].append(described(name, x, True))
    return made


class Session:
    def __init__(self, settings):
        self.names, self.load, self.game = {}, None, None
        self.files = [os.path.abspath(f) for f in settings["files"]]
        for path in settings["files"]:
            stem = os.path.splitext(os.path.basename(path))[0]
            try:
                if stem in sys.modules and getattr(sys.modules[stem], "__file__", "").endswith(path):
                    module = sys.modules[stem]
                else:
                    module = types.ModuleType(stem)
                    module.__file__ = os.path.abspath(path)
                    sys.modules.setdefault(stem, module)
                    with open(path, encoding="utf-8") as source:
                        exec(compile(source.read(), path, "exec"), module.__dict__)
            except BaseException as e:  # what is defined until then can be called
                self.load = self.failure(e)
            for name, v in list(module.__dict__.items()):
                if not name.startswith("__"):
                    self.names[name] = (module, v)

    def kept(self):
        """What a script could leave behind for the next one, as a text; None where that cannot be seen."""
        seen = []

        def see(v, depth=0):
            kind = type(v)
            if v is None or kind in (bool, int, float, str, bytes):
                seen.append(v)
            elif kind in (list, tuple, set, frozenset) and depth < 6 and len(v) < 1000:
                seen.append((kind.__name__, len(v)))
                for x in sorted(v, key=repr) if kind in (set, frozenset) else v:
                    see(x, depth + 1)
            elif kind is dict and depth < 6 and len(v) < 1000:
                seen.append(("dict", len(v)))
                for k, x in v.items():
                    see(k, depth + 1)
                    see(x, depth + 1)
            elif kind is types.FunctionType:
                for x in (v.__defaults__, v.__kwdefaults__, v.__dict__):
                    see(x, depth + 1)
                for cell in v.__closure__ or ():
                    see(cell.cell_contents, depth + 1)
            elif isinstance(v, Enum):
                seen.append(v.name)
            elif isinstance(v, type):
                if self.mine(v) and v not in classes:
                    classes.add(v)
                    if not issubclass(v, Enum):
                        for name, x in vars(v).items():
                            if name not in ("__dict__", "__weakref__", "__doc__", "__module__", "__annotations__", "__dataclass_params__", "__dataclass_fields__"):
                                see(x, depth + 1)
            elif kind in (property, staticmethod, classmethod):
                for x in (getattr(v, "fget", None), getattr(v, "fset", None), getattr(v, "__func__", None)):
                    see(x, depth + 1)
            elif kind not in (types.ModuleType, types.BuiltinFunctionType, types.MemberDescriptorType):
                raise LookupError

        classes = set()
        try:
            if len(sys._current_frames()) > 1 or "random" in sys.modules and any(m.__dict__.get("random") for m, _ in self.names.values()):
                return None
            for name, (module, _) in self.names.items():
                seen.append(name)
                see(module.__dict__.get(name))
            return repr(seen)
        except Exception:
            return None

    def mine(self, v):
        module = sys.modules.get(getattr(v, "__module__", None) or "")
        return module is not None and getattr(module, "__file__", None) in self.files

    def failure(self, e):
        made = {"kind": "raised", "type": type(e).__name__, "says": str(e)}
        if isinstance(e, Asked):
            made["kind"] = "input"
        elif isinstance(e, SyntaxError):
            made.update(kind="syntax", at="%s line %s" % (os.path.basename(e.filename or ""), e.lineno), text=(e.text or "").strip(), says=e.msg)
        elif isinstance(e, ModuleNotFoundError):
            made.update(kind="module", name=e.name)
        for frame in reversed(traceback.extract_tb(e.__traceback__)):
            if os.path.abspath(frame.filename) in self.files:
                made["at"] = "%s line %s" % (os.path.basename(frame.filename), frame.lineno)
                made["text"] = frame.line or ""
                break
        return made

    def outline(self):
        made = {"functions": [], "classes": [], "values": [], "load": self.load}
        for name, (module, _) in self.names.items():
            v = module.__dict__.get(name)
            if isinstance(v, type):
                if self.mine(v):
                    made["classes"].append(of_class(v))
            elif isinstance(v, types.FunctionType):
                if self.mine(v):
                    made["functions"].append(described(name, v))
            elif not isinstance(v, types.ModuleType) and not callable(v):
                made["values"].append(name)
        return made

    def find(self, name):
        first, *rest = name.split(".")
        if first not in self.names:
            raise LookupError
        v = getattr(self.names[first][0], first)
        for part in rest:
            v = getattr(v, part)
        return v

    def made(self, a):
        if isinstance(a, list):
            return [self.made(x) for x in a]
        if not isinstance(a, dict):
            return a
        if "$game" in a:
            return self.game
        if "$name" in a:
            return self.find(a["$name"])
        if "$new" in a:
            return self.find(a["$new"])(*self.made(a["args"]))
        if "$tuple" in a:
            return tuple(self.made(x) for x in a["$tuple"])
        if "$set" in a:
            return {self.hashable(self.made(x)) for x in a["$set"]}
        if "$map" in a:
            return {self.hashable(self.made(k)): self.made(x) for k, x in a["$map"]}
        if "$random" in a:
            import random
            return random.Random(a["$random"])
        return {k: self.made(x) for k, x in a.items()}

    @staticmethod
    def hashable(v):
        return tuple(v) if isinstance(v, list) else v

    @staticmethod
    def misfits(function, args):
        try:
            inspect.signature(function).bind(*args)
        except TypeError:
            return True
        except ValueError:
            pass
        return False

    def answer(self, r):
        do = r["do"]
        if do == "outline":
            return self.outline()
        if do == "members":
            return {"methods": of_class(type(self.game))["methods"], "fields": list(fields(self.game))}
        if do == "text":
            return str.__str__(str(self.game))
        if do == "get":
            if not r.get("name"):
                return plain(self.game)
            if r["name"] == "*":
                if r.get("on"):
                    return {**properties(self.game), **fields(self.game)}
                return {n: plain(m.__dict__.get(n)) for n, (m, v) in self.names.items()
                        if not callable(m.__dict__.get(n)) and not isinstance(m.__dict__.get(n), types.ModuleType)}
            try:
                v = getattr(self.game, r["name"]) if r.get("on") else self.find(r["name"])
            except (LookupError, AttributeError):
                if r.get("on") and isinstance(self.game, dict) and r["name"] in self.game:
                    return plain(self.game[r["name"]])
                return Absent
            if r.get("keep"):
                self.game = v
            return plain(v)
        try:
            function = getattr(self.game, r["name"]) if r.get("on") else self.find(r["name"])
        except (LookupError, AttributeError):
            return Absent
        if not callable(function):
            return Absent
        args = [self.made(a) for a in r["args"]]
        try:
            result = function(*args)
        except TypeError as e:
            if e.__traceback__.tb_next is None and self.misfits(function, args):
                raise Signature(r["name"] + str(inspect.signature(function))) from None
            raise
        if type(result) is types.GeneratorType:
            result = list(result)
        if r.get("keep"):
            self.game = result
        if r.get("back"):
            return [plain(result), [plain(a) for a in args]]
        return plain(result)


class Absent:
    pass


class Signature(Exception):
    pass


def line(session, text):
    r = json.loads(text)
    try:
        result = session.answer(r)
        if result is Absent:
            return "? " + r["name"]
        return "= " + json.dumps(result)
    except Signature as e:
        return "! " + json.dumps({"kind": "signature", "says": str(e)})
    except BaseException as e:
        return "! " + json.dumps(session.failure(e))


def serve(session, source, out, hold):
    written = 0
    before = session.kept()
    for text in source:
        if text.startswith(b'{"do":"fresh"'):
            again = before is not None and session.kept() == before
            out.write("= null\n")
            out.flush()
            if not again:
                os._exit(AGAIN)  # another process is as this one was
            session.game = None
            continue
        out.write(line(session, text) + "\n")
        written += 1
        if written % hold == 0:
            out.flush()
    out.flush()
    os._exit(7)


def main():
    requests = os.dup(0)
    first = b""
    while not first.endswith(b"\n"):
        more = os.read(requests, 1)
        if not more:
            os._exit(7)
        first += more
    settings = json.loads(first)
    answers = os.dup(1)
    os.dup2(2, 1)
    os.dup2(os.open(os.devnull, os.O_RDONLY), 0)
    sys.stdin = NoInput()
    __builtins__.input = asked
    sys.path.insert(0, os.getcwd())
    session = Session(settings)
    gc.collect()
    gc.freeze()  # what is there is shared by all processes
    while True:
        child = os.fork()
        if child == 0:
            serve(session, os.fdopen(requests, "rb"), os.fdopen(answers, "w", 1 << 16, encoding="utf-8"), settings.get("hold") or 1)
        _, status = os.waitpid(child, 0)
        if os.WIFSIGNALED(status):
            os.kill(os.getpid(), os.WTERMSIG(status))
        if os.WEXITSTATUS(status) != AGAIN:
            os._exit(os.WEXITSTATUS(status))


main()
