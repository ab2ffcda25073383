import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.File;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.lang.reflect.Array;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Calls a program's functions, one for each line that is read, and writes a line for each. */
public class DurchgangDriver {
    static final String LAYOUT = "@layout@";
    static final int COLS = @cols@;
    static final Object[] CELLS = {@cells@};
    static final String[] NAMES = {@names@};
    static final String[][] TAKES = {@takes@};

    public static void main(String[] args) throws Exception {
        BufferedReader lines = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
        lines.readLine();
        int chunk = Math.max(1, Integer.parseInt(lines.readLine()));
        PrintStream out = System.out;
        System.setOut(System.err);
        System.setIn(new ByteArrayInputStream(new byte[0]));
        Method[] methods = new Method[NAMES.length];
        for (int i = 0; i < NAMES.length; i++) methods[i] = find(NAMES[i]);
        StringBuilder text = new StringBuilder();
        int held = 0;
        for (String line = lines.readLine(); line != null; line = lines.readLine()) {
            text.append(call(line.split(" "), methods)).append('\n');
            if (++held == chunk) {
                out.print(text);
                out.flush();
                text.setLength(0);
                held = 0;
            }
        }
        out.print(text);
        out.flush();
        Runtime.getRuntime().halt(0);
    }

    static Method find(String name) {
        for (File file : classes(new File("."), new ArrayList<>())) {
            String type = file.getPath().substring(2).replace('/', '.').replaceAll("\\.class$", "");
            try {
                for (Method m : Class.forName(type, false, DurchgangDriver.class.getClassLoader()).getDeclaredMethods())
                    if (m.getName().equals(name) && Modifier.isStatic(m.getModifiers()) && !type.equals("DurchgangDriver")) {
                        m.setAccessible(true);
                        return m;
                    }
            } catch (Throwable e) {
                // another class may have it
            }
        }
        return null;
    }

    static List<File> classes(File folder, List<File> found) {
        File[] files = folder.listFiles();
        Arrays.sort(files);
        for (File f : files) {
            if (f.isDirectory()) classes(f, found);
            else if (f.getName().endsWith(".class")) found.add(f);
        }
        return found;
    }

    static String call(String[] words, Method[] methods) {
        int number = Integer.parseInt(words[0]);
        Method m = methods[number];
        if (m == null) return "? " + NAMES[number];
        Class<?>[] types = m.getParameterTypes();
        if (types.length != TAKES[number].length)
            return "! " + NAMES[number] + " takes " + types.length + " values, and is given " + TAKES[number].length;
        try {
            Object[] values = new Object[types.length];
            for (int i = 0; i < types.length; i++) values[i] = read(TAKES[number][i], words[i + 1], types[i]);
            return value(m.invoke(null, values));
        } catch (InvocationTargetException e) {
            return "! " + String.valueOf(e.getCause()).replace('\n', ' ');
        } catch (Throwable e) {
            return "! " + NAMES[number] + " has another signature: " + String.valueOf(e.getMessage()).replace('\n', ' ');
        }
    }

    static Object read(String what, String word, Class<?> type) throws Exception {
        switch (what) {
            case "board":
                Object[] flat = new Object[word.length()];
                for (int i = 0; i < flat.length; i++) flat[i] = CELLS[word.charAt(i) - '0'];
                if (LAYOUT.equals("text")) {
                    StringBuilder b = new StringBuilder();
                    for (Object cell : flat) b.append(cell);
                    return fit(b.toString(), type);
                }
                if (LAYOUT.equals("flat")) return fit(Arrays.asList(flat), type);
                List<Object> rows = new ArrayList<>();
                for (int i = 0; i < flat.length; i += COLS) rows.add(Arrays.asList(Arrays.copyOfRange(flat, i, i + COLS)));
                return fit(rows, type);
            case "player":
                return fit(CELLS[word.charAt(0) - '0'], type);
            case "word":
                return fit(URLDecoder.decode(word.replace("+", "%2B"), "UTF-8"), type);
            case "letters":
            case "hand":
                List<Object> texts = new ArrayList<>();
                if (word.length() > 1)
                    for (String w : word.substring(1).split(",")) texts.add(URLDecoder.decode(w.replace("+", "%2B"), "UTF-8"));
                return fit(texts, type);
            case "down":
                if (type == boolean.class) return word.equals("1");
            default:
                return fit(Integer.parseInt(word), type);
        }
    }

    /** Turns a value into one of a type: texts into characters, lists into arrays. */
    static Object fit(Object value, Class<?> type) {
        if (type.isArray() && value instanceof String) return ((String) value).toCharArray();
        if (type.isArray()) {
            List<?> list = (List<?>) value;
            Object array = Array.newInstance(type.getComponentType(), list.size());
            for (int i = 0; i < list.size(); i++) Array.set(array, i, fit(list.get(i), type.getComponentType()));
            return array;
        }
        if (type == char.class || type == Character.class) return value == null ? ' ' : value.toString().length() == 0 ? ' ' : value.toString().charAt(0);
        if (type == String.class) return value == null ? null : value.toString();
        if (List.class.isAssignableFrom(type) && value instanceof List) {
            List<Object> copy = new ArrayList<>();
            for (Object v : (List<?>) value) copy.add(v instanceof List ? fit(v, List.class) : v);
            return copy;
        }
        if (value == null && type.isPrimitive()) throw new IllegalArgumentException("null for " + type);
        return value;
    }

    static String value(Object v) {
        if (v == null || v instanceof Boolean || v instanceof Integer || v instanceof Long) return "= " + v;
        if (v instanceof Character || v instanceof String) return "= " + quote(v.toString());
        if (v.getClass().isArray() || v instanceof List) {
            Object array = v instanceof List ? ((List<?>) v).toArray() : v;
            StringBuilder text = new StringBuilder();
            for (int i = 0; i < Array.getLength(array); i++) {
                String item = value(Array.get(array, i));
                text.append(i > 0 ? "," : "").append(item.substring(2));
            }
            return "= [" + text + "]";
        }
        return "! it returned a " + v.getClass().getSimpleName();
    }

    static String quote(String text) {
        StringBuilder b = new StringBuilder("\"");
        for (char c : text.toCharArray()) {
            if (c == '"' || c == '\\') b.append('\\').append(c);
            else if (c < ' ') b.append(String.format("\\u%04x", (int) c));
            else b.append(c);
        }
        return b.append('"').toString();
    }
}
