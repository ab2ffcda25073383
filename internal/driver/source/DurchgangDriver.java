import java.io.BufferedReader;
import java.io.File;
import java.io.FileInputStream;
import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.lang.reflect.*;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.*;

/**
 * Calls what a program defines: one request in JSON on each line, and a line of answer for each. For each script its classes
 * are loaded anew.
 */
@SuppressWarnings("removal")
public final class DurchgangDriver {
    private static final Object ABSENT = new Object();

    /** Input at which nobody sits. */
    private static final class Asked extends Error {
        Asked() {
            super("the program asks for input");
        }
    }

    /** Arguments that do not fit what is declared. */
    private static final class Signature extends RuntimeException {
        Signature(String says) {
            super(says);
        }
    }

    /** Classes of the program, loaded for one script. */
    private static final class Classes extends ClassLoader {
        Classes() {
            super(DurchgangDriver.class.getClassLoader());
        }

        @Override
        protected Class<?> loadClass(String name, boolean resolve) throws ClassNotFoundException {
            Class<?> loaded = findLoadedClass(name);
            File file = new File(name.replace('.', '/') + ".class");
            if (loaded == null && !name.startsWith("DurchgangDriver") && !name.startsWith("java.") && file.exists()) {
                try {
                    byte[] code = Files.readAllBytes(file.toPath());
                    loaded = defineClass(name, code, 0, code.length);
                } catch (IOException e) {
                    throw new ClassNotFoundException(name, e);
                }
            }
            return loaded != null ? loaded : super.loadClass(name, resolve);
        }
    }

    private static volatile boolean ending;

    private Classes loader;
    private final List<String> names = new ArrayList<>();
    private Object game;

    public static void main(String[] args) throws Exception {
        BufferedReader in = new BufferedReader(new InputStreamReader(new FileInputStream(FileDescriptor.in), StandardCharsets.UTF_8), 1 << 16);
        PrintStream out = new PrintStream(new FileOutputStream(FileDescriptor.out), false, StandardCharsets.UTF_8);
        Map<?, ?> settings = (Map<?, ?>) new Json(in.readLine()).read();
        int hold = settings.get("hold") instanceof Integer n && n > 0 ? n : 1;
        System.setOut(System.err);
        System.setIn(new InputStream() {
            @Override
            public int read() {
                throw new Asked();
            }
        });
        System.setSecurityManager(new SecurityManager() {
            @Override
            public void checkPermission(java.security.Permission p) {
                if (p.getName().startsWith("exitVM") && !ending) {
                    throw new SecurityException("the program ends itself");
                }
            }
        });
        DurchgangDriver driver = new DurchgangDriver();
        driver.list(new File("."), "");
        driver.loader = new Classes();
        StringBuilder answers = new StringBuilder();
        int written = 0;
        for (String line = in.readLine(); line != null; line = in.readLine()) {
            Map<?, ?> request = (Map<?, ?>) new Json(line).read();
            if ("fresh".equals(request.get("do"))) {
                driver.loader = new Classes();
                driver.game = null;
                answers.append("= null\n");
                written = hold - 1;
            } else {
                answers.append(driver.line(request)).append('\n');
            }
            if (++written % hold == 0) {
                out.print(answers);
                out.flush();
                answers.setLength(0);
            }
        }
        out.print(answers);
        out.flush();
        ending = true;
        Runtime.getRuntime().halt(0);
    }

    private void list(File folder, String prefix) {
        File[] files = folder.listFiles();
        if (files == null) {
            return;
        }
        Arrays.sort(files);
        for (File file : files) {
            if (file.isDirectory()) {
                list(file, prefix + file.getName() + ".");
            } else if (file.getName().endsWith(".class") && !file.getName().startsWith("DurchgangDriver")) {
                names.add(prefix + file.getName().replaceAll("\\.class$", ""));
            }
        }
    }

    private String line(Map<?, ?> request) {
        try {
            Object result = answer(request);
            return result == ABSENT ? "? " + request.get("name") : "= " + write(result);
        } catch (Signature e) {
            return "! " + write(Map.of("kind", "signature", "says", e.getMessage()));
        } catch (Throwable e) {
            return "! " + write(failure(e));
        }
    }

    private Map<String, Object> failure(Throwable e) {
        while ((e instanceof InvocationTargetException || e instanceof ExceptionInInitializerError) && e.getCause() != null) {
            e = e.getCause();
        }
        Map<String, Object> made = new LinkedHashMap<>();
        made.put("kind", e instanceof Asked ? "input" : "raised");
        made.put("type", e.getClass().getSimpleName());
        made.put("says", String.valueOf(e.getMessage()));
        for (StackTraceElement at : e.getStackTrace()) {
            if (names.contains(at.getClassName())) {
                made.put("at", at.getFileName() + " line " + at.getLineNumber());
                break;
            }
        }
        return made;
    }

    private Class<?> find(String name) {
        for (String full : names) {
            if (full.equals(name) || full.endsWith("." + name) || full.endsWith("$" + name) || full.replace('$', '.').endsWith("." + name)) {
                try {
                    return loader.loadClass(full);
                } catch (ClassNotFoundException | LinkageError e) {
                    return null;
                }
            }
        }
        return null;
    }

    private Object outline() {
        List<Object> classes = new ArrayList<>();
        Object load = null;
        for (String name : names) {
            try {
                Class<?> c = loader.loadClass(name);
                if (!c.isAnonymousClass() && !c.isInterface() && !c.isSynthetic()) {
                    classes.add(describe(c));
                }
            } catch (Throwable e) {
                load = failure(e);
            }
        }
        Map<String, Object> made = new LinkedHashMap<>();
        made.put("functions", List.of());
        made.put("classes", classes);
        made.put("values", List.of());
        made.put("load", load);
        return made;
    }

    private Object takes(Executable e) {
        List<Object> made = new ArrayList<>();
        for (Parameter p : e.getParameters()) {
            made.add(Map.of("name", p.getName(), "type", p.getType().getSimpleName(), "optional", p.isVarArgs()));
        }
        return made;
    }

    private Object describe(Class<?> c) {
        List<Object> methods = new ArrayList<>();
        List<Object> news = new ArrayList<>();
        List<String> fields = new ArrayList<>();
        List<String> values = new ArrayList<>();
        Set<String> met = new HashSet<>();
        for (Class<?> k = c; k != null && k != Object.class && k.getClassLoader() == loader; k = k.getSuperclass()) {
            for (Method m : k.getDeclaredMethods()) {
                if (m.isSynthetic() || Modifier.isPrivate(m.getModifiers()) || m.getName().equals("main") || c.isEnum()
                        || !met.add(m.getName() + m.getParameterCount())) {
                    continue;
                }
                methods.add(Map.of("name", m.getName(), "takes", takes(m), "static", Modifier.isStatic(m.getModifiers())));
            }
            for (Field f : k.getDeclaredFields()) {
                if (!f.isSynthetic() && !f.isEnumConstant()) {
                    fields.add(f.getName());
                }
            }
        }
        for (Constructor<?> k : c.getDeclaredConstructors()) {
            if (!Modifier.isAbstract(c.getModifiers()) && !Modifier.isPrivate(k.getModifiers())) {
                news.add(takes(k));
            }
        }
        if (c.isEnum()) {
            news.clear();
            for (Object x : c.getEnumConstants()) {
                values.add(((Enum<?>) x).name());
            }
        }
        Map<String, Object> made = new LinkedHashMap<>();
        made.put("name", c.getName().substring(c.getName().lastIndexOf('.') + 1).replace('$', '.'));
        made.put("new", news);
        made.put("methods", methods);
        made.put("fields", fields);
        made.put("values", values);
        return made;
    }

    private Map<String, Object> fields(Object of, Class<?> in, int depth) {
        Map<String, Object> made = new LinkedHashMap<>();
        for (Class<?> k = in; k != null && k.getClassLoader() == loader; k = k.getSuperclass()) {
            for (Field f : k.getDeclaredFields()) {
                if (f.isSynthetic() || of == null && !Modifier.isStatic(f.getModifiers())) {
                    continue;
                }
                try {
                    f.setAccessible(true);
                    made.putIfAbsent(f.getName(), plain(f.get(of), depth));
                } catch (ReflectiveOperationException | RuntimeException e) {
                    // is not shown
                }
            }
        }
        return made;
    }

    private Object answer(Map<?, ?> r) throws Throwable {
        String name = String.valueOf(r.get("name"));
        boolean on = Boolean.TRUE.equals(r.get("on"));
        switch (String.valueOf(r.get("do"))) {
            case "outline":
                return outline();
            case "members":
                return describe(game.getClass());
            case "text":
                return String.valueOf(game);
            case "get":
                return r.containsKey("name") ? get(name, on) : plain(game, 0);
            default:
        }
        List<?> args = (List<?>) r.get("args");
        List<Executable> candidates = new ArrayList<>();
        Class<?> of = on ? game.getClass() : find(name);
        if (on) {
            add(candidates, of, name);
        } else if (of != null) {
            candidates.addAll(Arrays.asList(of.getDeclaredConstructors()));
        } else if (name.contains(".")) {
            int dot = name.lastIndexOf('.');
            add(candidates, find(name.substring(0, dot)), name.substring(dot + 1));
        } else {
            for (String full : names) { // a static method, by its name alone
                add(candidates, loader.loadClass(full), name);
            }
            candidates.removeIf(e -> !Modifier.isStatic(e.getModifiers()));
        }
        if (candidates.isEmpty()) {
            return ABSENT;
        }
        Signature misfit = null;
        for (Executable e : candidates) {
            Class<?>[] types = e.getParameterTypes();
            Object[] values = new Object[types.length];
            try {
                if (types.length != args.size()) {
                    throw new Signature(declared(e));
                }
                for (int i = 0; i < types.length; i++) {
                    values[i] = given(args.get(i), types[i], e.getGenericParameterTypes()[i], e);
                }
            } catch (Signature s) {
                misfit = s;
                continue;
            }
            e.setAccessible(true);
            Object result = e instanceof Constructor<?> c ? c.newInstance(values) : ((Method) e).invoke(on ? game : null, values);
            if (Boolean.TRUE.equals(r.get("keep"))) {
                game = result;
            }
            if (Boolean.TRUE.equals(r.get("back"))) {
                return Arrays.asList(plain(result, 0), plain(Arrays.asList(values), 0));
            }
            return plain(result, 0);
        }
        throw misfit;
    }

    private void add(List<Executable> candidates, Class<?> of, String name) {
        for (Class<?> k = of; k != null && k != Object.class; k = k.getSuperclass()) {
            for (Method m : k.getDeclaredMethods()) {
                if (m.getName().equals(name) && !m.isSynthetic()) {
                    candidates.add(m);
                }
            }
        }
    }

    private String declared(Executable e) {
        List<String> list = new ArrayList<>();
        for (Parameter p : e.getParameters()) {
            list.add(p.getType().getSimpleName() + " " + p.getName());
        }
        return e.getName().substring(e.getName().lastIndexOf('.') + 1) + "(" + String.join(", ", list) + ")";
    }

    private Object get(String name, boolean on) throws ReflectiveOperationException {
        if (name.equals("*")) {
            if (on) {
                return fields(game, game.getClass(), 0);
            }
            Map<String, Object> made = new LinkedHashMap<>();
            for (String full : names) {
                Class<?> c = loader.loadClass(full);
                for (Map.Entry<String, Object> f : fields(null, c, 0).entrySet()) {
                    made.put(c.getSimpleName() + "." + f.getKey(), f.getValue());
                }
            }
            return made;
        }
        Class<?> c = on ? game.getClass() : null;
        if (!on && name.contains(".")) {
            c = find(name.substring(0, name.lastIndexOf('.')));
            name = name.substring(name.lastIndexOf('.') + 1);
        }
        for (; c != null && c != Object.class; c = c.getSuperclass()) {
            for (Field f : c.getDeclaredFields()) {
                if (f.getName().equals(name)) {
                    f.setAccessible(true);
                    return plain(f.get(on ? game : null), 0);
                }
            }
        }
        return ABSENT;
    }

    private Object given(Object a, Class<?> type, Type generic, Executable e) throws ReflectiveOperationException {
        Signature misfit = new Signature(declared(e));
        if (a instanceof Map<?, ?> m) {
            if (m.containsKey("$game")) {
                if (!type.isInstance(game)) {
                    throw misfit;
                }
                return game;
            }
            if (m.containsKey("$random")) {
                if (!type.isAssignableFrom(Random.class)) {
                    throw misfit;
                }
                return new Random(((Integer) m.get("$random")).longValue());
            }
            if (m.containsKey("$name")) {
                String name = (String) m.get("$name");
                Class<?> c = find(name.substring(0, Math.max(0, name.lastIndexOf('.'))));
                if (c == null || !type.isAssignableFrom(c)) {
                    throw misfit;
                }
                Field f = c.getDeclaredField(name.substring(name.lastIndexOf('.') + 1));
                f.setAccessible(true);
                return f.get(null);
            }
            if (m.containsKey("$new")) {
                Class<?> c = find((String) m.get("$new"));
                List<?> args = (List<?>) m.get("args");
                for (Constructor<?> k : c == null ? new Constructor<?>[0] : c.getDeclaredConstructors()) {
                    if (k.getParameterCount() == args.size() && type.isAssignableFrom(c)) {
                        Object[] values = new Object[args.size()];
                        for (int i = 0; i < values.length; i++) {
                            values[i] = given(args.get(i), k.getParameterTypes()[i], k.getGenericParameterTypes()[i], e);
                        }
                        k.setAccessible(true);
                        return k.newInstance(values);
                    }
                }
                throw misfit;
            }
            if (m.containsKey("$tuple")) {
                a = m.get("$tuple");
            } else if (m.containsKey("$set")) {
                a = m.get("$set");
            }
        }
        if (a == null) {
            if (type == char.class) {
                return ' ';
            }
            if (type.isPrimitive()) {
                return given(0, type, generic, e);
            }
            return null;
        }
        if (type.isEnum() && a instanceof String s) {
            for (Object x : type.getEnumConstants()) {
                if (((Enum<?>) x).name().equalsIgnoreCase(s)) {
                    return x;
                }
            }
            throw misfit;
        }
        if (a instanceof Boolean && (type == boolean.class || type == Boolean.class || type == Object.class)) {
            return a;
        }
        if (a instanceof String s) {
            if (type.isAssignableFrom(String.class)) {
                return s;
            }
            if ((type == char.class || type == Character.class) && s.length() <= 1) {
                return s.isEmpty() ? ' ' : s.charAt(0);
            }
            if (type == char[].class) {
                return s.toCharArray();
            }
            throw misfit;
        }
        if (a instanceof Integer n) {
            if (type == int.class || type == Integer.class || type == Object.class || type == Number.class) {
                return n;
            }
            if (type == long.class || type == Long.class) {
                return n.longValue();
            }
            if (type == short.class || type == Short.class) {
                return n.shortValue();
            }
            if (type == byte.class || type == Byte.class) {
                return n.byteValue();
            }
            if (type == double.class || type == Double.class) {
                return n.doubleValue();
            }
            throw misfit;
        }
        if (a instanceof List<?> list) {
            if (type.isArray()) {
                Class<?> element = type.getComponentType();
                Object made = Array.newInstance(element, list.size());
                for (int i = 0; i < list.size(); i++) {
                    Array.set(made, i, given(list.get(i), element, element, e));
                }
                return made;
            }
            if (type.isAssignableFrom(ArrayList.class) || type.isAssignableFrom(LinkedHashSet.class) || type.isAssignableFrom(ArrayDeque.class)) {
                Type inner = generic instanceof ParameterizedType p ? p.getActualTypeArguments()[0] : Object.class;
                Class<?> element = inner instanceof Class<?> c ? c : inner instanceof ParameterizedType p ? (Class<?>) p.getRawType() : Object.class;
                Collection<Object> made = type.isAssignableFrom(ArrayList.class) ? new ArrayList<>()
                        : type.isAssignableFrom(LinkedHashSet.class) ? new LinkedHashSet<>() : new ArrayDeque<>();
                for (Object x : list) {
                    made.add(given(x, element, inner, e));
                }
                return made;
            }
        }
        throw misfit;
    }

    private Object plain(Object v, int depth) {
        if (v == null || v instanceof Boolean || v instanceof Integer || v instanceof String) {
            return v;
        }
        if (v instanceof Character) {
            return (char) v == 0 ? "" : v.toString();
        }
        if (v instanceof Number n) {
            return n.doubleValue() == n.longValue() ? (Object) n.longValue() : (Object) n.doubleValue();
        }
        if (v instanceof Enum<?> e) {
            return Map.of("$name", e.getDeclaringClass().getSimpleName() + "." + e.name());
        }
        if (depth > 6) {
            return "…";
        }
        if (v instanceof Optional<?> o) {
            return plain(o.orElse(null), depth);
        }
        List<Object> list = new ArrayList<>();
        if (v.getClass().isArray()) {
            for (int i = 0; i < Math.min(Array.getLength(v), 4096); i++) {
                list.add(plain(Array.get(v, i), depth + 1));
            }
            return list;
        }
        if (v instanceof Map<?, ?> m) {
            for (Map.Entry<?, ?> e : m.entrySet()) {
                list.add(Arrays.asList(plain(e.getKey(), depth + 1), plain(e.getValue(), depth + 1)));
            }
            return Map.of("$map", list);
        }
        if (v instanceof Collection<?> c && c.getClass().getName().startsWith("java.util")) {
            for (Object x : c) {
                list.add(plain(x, depth + 1));
            }
            return v instanceof Set ? Map.of("$set", list) : list;
        }
        Map<String, Object> made = new LinkedHashMap<>();
        made.put("$object", v.getClass().getSimpleName());
        if (depth < 4 && v.getClass().getClassLoader() == loader) {
            made.put("fields", fields(v, v.getClass(), depth + 1));
        }
        return made;
    }

    private static String write(Object v) {
        StringBuilder b = new StringBuilder();
        write(b, v);
        return b.toString();
    }

    private static void write(StringBuilder b, Object v) {
        if (v instanceof Map<?, ?> m) {
            String sep = "{";
            for (Map.Entry<?, ?> e : m.entrySet()) {
                b.append(sep);
                write(b, e.getKey());
                b.append(':');
                write(b, e.getValue());
                sep = ",";
            }
            b.append(m.isEmpty() ? "{}" : "}");
        } else if (v instanceof List<?> list) {
            b.append('[');
            for (int i = 0; i < list.size(); i++) {
                if (i > 0) {
                    b.append(',');
                }
                write(b, list.get(i));
            }
            b.append(']');
        } else if (v instanceof String s) {
            b.append('"');
            for (char c : s.toCharArray()) {
                if (c == '"' || c == '\\') {
                    b.append('\\').append(c);
                } else if (c < ' ' || Character.isSurrogate(c)) {
                    b.append(String.format("\\u%04x", (int) c));
                } else {
                    b.append(c);
                }
            }
            b.append('"');
        } else {
            b.append(v);
        }
    }

    /** Reads JSON: maps, lists, strings, whole numbers, true, false and null. */
    private static final class Json {
        private final String text;
        private int at;

        Json(String text) {
            this.text = text;
        }

        private char peek() {
            while (text.charAt(at) == ' ') {
                at++;
            }
            return text.charAt(at);
        }

        Object read() {
            switch (peek()) {
                case '{': {
                    Map<String, Object> made = new LinkedHashMap<>();
                    at++;
                    while (peek() != '}') {
                        String key = string();
                        peek();
                        at++;
                        made.put(key, read());
                        if (peek() == ',') {
                            at++;
                        }
                    }
                    at++;
                    return made;
                }
                case '[': {
                    List<Object> made = new ArrayList<>();
                    at++;
                    while (peek() != ']') {
                        made.add(read());
                        if (peek() == ',') {
                            at++;
                        }
                    }
                    at++;
                    return made;
                }
                case '"':
                    return string();
                case 't':
                    at += 4;
                    return true;
                case 'f':
                    at += 5;
                    return false;
                case 'n':
                    at += 4;
                    return null;
                default:
                    int from = at;
                    while (at < text.length() && "-0123456789".indexOf(text.charAt(at)) >= 0) {
                        at++;
                    }
                    return Integer.valueOf(text.substring(from, at));
            }
        }

        private String string() {
            StringBuilder b = new StringBuilder();
            peek();
            for (at++; text.charAt(at) != '"'; at++) {
                char c = text.charAt(at);
                if (c == '\\') {
                    c = text.charAt(++at);
                    if (c == 'u') {
                        c = (char) Integer.parseInt(text.substring(at + 1, at + 5), 16);
                        at += 4;
                    } else if (c == 'n') {
                        c = '\n';
                    } else if (c == 't') {
                        c = '\t';
                    } else if (c == 'r') {
                        c = '\r';
                    }
                }
                b.append(c);
            }
            at++;
            return b.toString();
        }
    }
}
