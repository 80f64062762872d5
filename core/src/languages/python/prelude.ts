/** The name that a student's program has in the interpreter: what is at a line is looked for in it. */
export const PROGRAM = "program.py";

/** What parts of an answer are parted by: a sign that no text has. */
export const PARTED = "\u001f";

/**
 * The interpreter's own part in Python. It makes the module `markpen` complete, and runs a program: with a call put in
 * before each pass of a loop and round each function, so that steps and calls are counted as in Nib. Nothing of the
 * program is moved by that: each of its nodes keeps its line and column.
 */
export const PRELUDE = String.raw`
import ast, builtins, collections, functools, itertools, math, random, string, sys, time, types, warnings
import markpen, markpen_door as door

FILE = sys.intern("program.py")
frames = []
state = {}
program_code = set()

# The module

class Pen:
    __slots__ = ()
    def __call__(self, *values, **named):
        return door.pen(*values, **named)
    x = property(lambda self: door.measure("pen", "x"))
    y = property(lambda self: door.measure("pen", "y"))
    facing = property(lambda self: door.measure("pen", "facing"))
    width = property(lambda self: door.measure("pen", "width"))
    colour = color = property(lambda self: door.measure("pen", "colour"))
    fill = property(lambda self: door.measure("pen", "fill"))
    down = property(lambda self: door.measure("pen", "down"))

class Sheet:
    __slots__ = ()
    def __call__(self, *values, **named):
        return door.sheet(*values, **named)
    width = property(lambda self: door.measure("sheet", "width"))
    height = property(lambda self: door.measure("sheet", "height"))

class Frame:
    __slots__ = ()
    number = property(lambda self: door.measure("frame", "number"))

class Area:
    __slots__ = ()
    def __call__(self):
        return self
    def __enter__(self):
        door.begin_area()
        return self
    def __exit__(self, *error):
        door.end_area()
        return False

class Picture:
    __slots__ = ("number",)
    def __init__(self, number):
        self.number = number
    width = property(lambda self: door.picture_side(self.number, "width"))
    height = property(lambda self: door.picture_side(self.number, "height"))
    def __repr__(self):
        return f"picture {self.width:g} by {self.height:g}"

def picture(made=None, *, size=None):
    if made is None:
        return lambda function: drawn(function, size)
    if not callable(made):
        door.fail("py-picture-function")
    return drawn(made, size)

def drawn(function, size):
    if size is None:
        door.begin_picture()
    else:
        door.begin_picture(size)
    try:
        function()
    except BaseException:
        door.drop_picture()
        raise
    return Picture(door.end_picture(function.__name__))

def joined(way):
    def join(*pictures):
        flat = []
        for one in pictures:
            if isinstance(one, (list, tuple)):
                flat.extend(one)
            else:
                flat.append(one)
        return Picture(door.join(way, [one.number if isinstance(one, Picture) else one for one in flat],
            [isinstance(one, Picture) for one in flat]))
    join.__name__ = join.__qualname__ = way
    return join

def turned(picture, angle):
    return Picture(door.turned(picture, angle))

def enlarged(picture, factor):
    return Picture(door.enlarged(picture, factor))

def mirrored(picture):
    return Picture(door.mirrored(picture))

def each_frame(function):
    if not callable(function):
        door.fail("py-frame-function")
    frames.append(function)
    door.frames()
    return function

def last_frame():
    state["last"] = True

def choose(values):
    values = list(values)
    if not values:
        door.fail("choose-empty")
    return values[int(door.chance() * len(values))]

def chance(low=None, high=None):
    return door.chance() if low is None else door.chance(low, high)

for name, value in {"pen": Pen(), "sheet": Sheet(), "frame": Frame(), "area": Area(), "picture": picture,
        "row": joined("row"), "column": joined("column"), "layers": joined("layers"), "turned": turned,
        "enlarged": enlarged, "mirrored": mirrored, "each_frame": each_frame, "last_frame": last_frame,
        "choose": choose, "chance": chance}.items():
    setattr(markpen, name, value)
markpen.__all__ = [name for name in vars(markpen) if not name.startswith("_")]
door.Picture = Picture

# What a program finds changed in Python itself

class Out:
    encoding = "utf-8"
    errors = "strict"
    closed = False
    write = door.write
    def writable(self):
        return True
    def readable(self):
        return False
    def isatty(self):
        return False
    def flush(self):
        pass
    def writelines(self, lines):
        for line in lines:
            door.write(line)

def refused(*values, **named):
    raise PermissionError("files can't be opened here")

class Absent:
    names = {"js", "pyodide", "pyodide_js", "_pyodide", "_pyodide_core", "ssl", "sqlite3", "tkinter", "ensurepip"}
    @staticmethod
    def find_spec(name, path=None, target=None):
        if name.partition(".")[0] in Absent.names:
            raise ModuleNotFoundError(f"No module named '{name}'", name=name)

sys.meta_path.insert(0, Absent)
builtins.input = door.input
builtins.open = refused
time.sleep = door.sleep
warnings.simplefilter("always")

# Counting

setattr(builtins, ".step", door.step)
setattr(builtins, ".enter", door.enter)
setattr(builtins, ".leave", door.leave)
setattr(builtins, ".watch", door.watch)

def placed(node, like):
    node.lineno, node.col_offset = like.lineno, like.col_offset
    node.end_lineno, node.end_col_offset = like.lineno, like.col_offset
    return node

def call(name, values, like):
    given = [placed(value if isinstance(value, ast.expr) else ast.Constant(value), like) for value in values]
    return placed(ast.Expr(placed(ast.Call(placed(ast.Name(name, ast.Load()), like), given, []), like)), like)

HIDDEN = {"picture", "each_frame"}

def is_hidden(decorator):
    if isinstance(decorator, ast.Call):
        decorator = decorator.func
    if isinstance(decorator, ast.Attribute):
        return decorator.attr in HIDDEN
    return isinstance(decorator, ast.Name) and decorator.id in HIDDEN

def gives_back_many(node):
    stack = list(node.body)
    while stack:
        at = stack.pop()
        if isinstance(at, (ast.Yield, ast.YieldFrom)):
            return True
        if not isinstance(at, (ast.FunctionDef, ast.AsyncFunctionDef, ast.Lambda, ast.ClassDef)):
            stack.extend(ast.iter_child_nodes(at))
    return False

def targets(node):
    if isinstance(node, ast.Assign):
        found = list(node.targets)
    elif isinstance(node, (ast.AugAssign, ast.AnnAssign)):
        found = [node.target] if getattr(node, "value", None) is not None else []
    elif isinstance(node, ast.For):
        found = [node.target]
    else:
        found = []
    names = []
    while found:
        at = found.pop(0)
        if isinstance(at, ast.Name):
            names.append(at.id)
        elif isinstance(at, (ast.Tuple, ast.List)):
            found[:0] = at.elts
        elif isinstance(at, ast.Starred):
            found.insert(0, at.value)
        elif isinstance(at, (ast.Subscript, ast.Attribute)):
            found.insert(0, at.value)
    return names

class Marker:
    def __init__(self, source, given, watch):
        self.yields = "yield" in source
        self.given = given
        self.watch = watch
        self.routines = []

    def watched(self, names, like):
        return [call(".watch", [self.watch.index(name), placed(ast.Name(name, ast.Load()), like)], like)
            for name in names if name in self.watch]

    def block(self, body, top=False):
        out = []
        for node in body:
            self.inside(node)
            out.append(node)
            if self.watch or (top and self.given):
                names = targets(node) if not isinstance(node, ast.For) else []
                if top:
                    for name in names:
                        if name in self.given:
                            value = self.given.pop(name)
                            out.append(placed(ast.Assign([placed(ast.Name(name, ast.Store()), node)],
                                placed(ast.Constant(value), node)), node))
                out.extend(self.watched(names, node))
        return out

    def inside(self, node):
        kind = type(node)
        if kind is ast.For or kind is ast.While or kind is ast.AsyncFor:
            node.body = [call(".step", [], node), *self.watched(targets(node), node), *self.block(node.body)]
            node.orelse = self.block(node.orelse)
        elif kind is ast.FunctionDef:
            self.function(node)
        elif kind is ast.AsyncFunctionDef:
            node.body = self.block(node.body)
        elif kind is ast.If:
            node.body = self.block(node.body)
            node.orelse = self.block(node.orelse)
        elif kind is ast.With or kind is ast.ClassDef or kind is ast.AsyncWith:
            node.body = self.block(node.body)
        elif kind is ast.Try or kind is ast.TryStar:
            node.body = self.block(node.body)
            node.orelse = self.block(node.orelse)
            node.finalbody = self.block(node.finalbody)
            for handler in node.handlers:
                handler.body = self.block(handler.body)
        elif kind is ast.Match:
            for case in node.cases:
                case.body = self.block(case.body)

    def function(self, node):
        body = node.body
        head = []
        if isinstance(body[0], ast.Expr) and isinstance(body[0].value, ast.Constant):
            head, body = body[:1], body[1:]
        names = [a.arg for a in node.args.args]
        inner = [*self.watched(names, node), *self.block(body)]
        hidden = any(map(is_hidden, node.decorator_list)) or (self.yields and gives_back_many(node))
        if hidden or not inner:
            node.body = [*head, *inner] or [placed(ast.Pass(), node)]
            return
        number = len(self.routines)
        self.routines.append(node.name)
        node.body = [*head, call(".enter", [number, node.lineno], node),
            placed(ast.Try(inner, [], [], [call(".leave", [node.lineno], node)]), node)]

# Running

def text_of(value):
    try:
        text = str(value)
    except Exception:
        return ""
    return text[:2000].replace("\x1f", " ").replace("\x00", " ")

def report(error):
    line = column = end_line = end_column = 0
    trace = []
    at = error.__traceback__
    while at is not None:
        code = at.tb_frame.f_code
        if code.co_filename is FILE:
            line, column, end_line, end_column = at.tb_lineno, 0, 0, 0
            places = list(itertools.islice(code.co_positions(), at.tb_lasti // 2, at.tb_lasti // 2 + 1))
            if places and places[0][0] is not None:
                line, end_line, column, end_column = [v if v is not None else 0 for v in places[0]]
                column, end_column = column + 1, end_column + 1
            trace.append(f"{line}\x1e{code.co_name}")
        at = at.tb_next
    if len(trace) > 12:
        trace = [*trace[:4], "", *trace[-6:]]
    detail = ""
    if isinstance(error, AttributeError) and hasattr(error, "obj"):
        detail = type(error.obj).__name__
        if isinstance(error.obj, types.ModuleType):
            detail = "module " + error.obj.__name__
    name = getattr(error, "name", None)
    return "\x1f".join([type(error).__name__, text_of(error), str(line), str(column), str(end_line), str(end_column),
        text_of(name) if isinstance(name, str) else "", detail, "\x1d".join(trace)])

def unreadable(error):
    line, column = error.lineno or 1, error.offset or 0
    end_line, end_column = error.end_lineno or 0, error.end_offset or 0
    return "\x1f".join([type(error).__name__, text_of(error.msg), str(line), str(column), str(end_line),
        str(end_column), "", "", ""])

def check(source):
    with warnings.catch_warnings(record=True) as said:
        warnings.simplefilter("always")
        try:
            compile(source, FILE, "exec", dont_inherit=True)
        except SyntaxError as error:
            return unreadable(error)
        except (MemoryError, RecursionError, ValueError, OverflowError) as error:
            return "\x1f".join([type(error).__name__, text_of(error), "1", "1", "0", "0", "", "", ""])
    return "\x1e".join(["", *[f"{w.lineno}\x1f{text_of(w.message)}" for w in said]])

def begin(seed):
    random.seed(int(seed))
    sys.stdout = sys.stderr = Out()
    sys.__stdout__ = sys.__stderr__ = sys.__stdin__ = sys.stdin = None
    sys.setrecursionlimit(1400)

def run(source, given, watch):
    try:
        tree = ast.parse(source, FILE)
        marker = Marker(source, ast.literal_eval(given), ast.literal_eval(watch))
        tree.body = marker.block(tree.body, True)
        door.routines("\x1f".join(marker.routines))
        code = compile(tree, FILE, "exec", dont_inherit=True)
        main = types.ModuleType("__main__")
        main.__builtins__ = builtins
        main.__file__ = FILE
        sys.modules["__main__"] = main
        exec(code, main.__dict__)
    except SystemExit:
        return "ended"
    except BaseException as error:
        return report(error)
    return "frames" if frames else "ended"

def next_frame():
    try:
        for function in frames:
            function()
    except SystemExit:
        return "ended"
    except BaseException as error:
        return report(error)
    return "ended" if state.get("last") else "frames"

door.check, door.begin, door.run, door.next_frame = check, begin, run, next_frame
del sys.modules["markpen_door"], sys.modules["__main__"]
`;
