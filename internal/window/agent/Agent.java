import java.awt.*;
import java.io.*;
import java.lang.instrument.Instrumentation;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.*;
import javax.swing.*;
import javax.swing.text.JTextComponent;

/** Tells what the windows of a program are and show, whenever a line comes: a line for each part, its fields divided by tabs. */
public class Agent {
    public static void premain(String options, Instrumentation instrumentation) {
        Module base = Object.class.getModule();
        instrumentation.redefineModule(
            base, Set.of(), Map.of(), Map.of("java.io", Set.of(Agent.class.getModule())), Set.of(), Map.of()); // for a descriptor
        ModuleLayer.boot().findModule("java.desktop").ifPresent(desktop -> instrumentation.redefineModule(
            desktop, Set.of(), Map.of(), Map.of("javax.swing", Set.of(Agent.class.getModule())), Set.of(), Map.of())); // for timers
        Thread thread = new Thread(Agent::serve, "durchgang");
        thread.setDaemon(true);
        thread.start();
    }

    static void serve() {
        try {
            var make = FileDescriptor.class.getDeclaredConstructor(int.class);
            make.setAccessible(true);
            FileDescriptor file = make.newInstance(3);
            BufferedReader in = new BufferedReader(new InputStreamReader(new FileInputStream(file), StandardCharsets.UTF_8));
            OutputStream out = new FileOutputStream(file);
            for (String question = in.readLine(); question != null; question = in.readLine()) {
                StringBuilder text = new StringBuilder("rest\t" + pending() + "\t" + question + "\n");
                try {
                    CompletableFuture<String> told = new CompletableFuture<>();
                    EventQueue.invokeLater(() -> told.complete(tell()));
                    text.append(told.get()); // however busy it is
                } catch (Exception e) {
                    text.append("!").append(e).append('\n');
                }
                text.append("\u0004\n");
                out.write(text.toString().getBytes(StandardCharsets.UTF_8));
                out.flush();
            }
        } catch (IOException | ReflectiveOperationException e) {
            // nobody asks any more, or can
        }
    }

    /** Milliseconds until a timer of the program's own is over, or something to wait for while one of its threads sleeps; 0 for neither. */
    static long pending() {
        long soonest = 0;
        for (Map.Entry<Thread, StackTraceElement[]> t : Thread.getAllStackTraces().entrySet()) {
            StackTraceElement[] stack = t.getValue();
            for (int i = 0; i < stack.length && i < 3; i++) {
                if (stack[i].getMethodName().equals("sleep") && stack[i].getClassName().equals("java.lang.Thread")) soonest = 20;
            }
        }
        try {
            Class<?> queue = Class.forName("javax.swing.TimerQueue");
            var shared = queue.getDeclaredMethod("sharedInstance");
            shared.setAccessible(true);
            var list = queue.getDeclaredField("queue");
            list.setAccessible(true);
            for (Object o : (Iterable<?>) list.get(shared.invoke(null))) {
                var of = o.getClass().getDeclaredField("timer");
                of.setAccessible(true);
                Timer timer = (Timer) of.get(o);
                boolean own = false;
                for (var l : timer.getActionListeners()) own |= !l.getClass().getName().startsWith("javax.swing.");
                long left = Math.max(1, ((Delayed) o).getDelay(TimeUnit.MILLISECONDS) + 2);
                if (own && (soonest == 0 || left < soonest)) soonest = left;
            }
        } catch (ReflectiveOperationException e) {
            // another version keeps its timers otherwise
        }
        return soonest;
    }

    static String tell() {
        StringBuilder out = new StringBuilder();
        for (Window w : Window.getWindows()) {
            if (w.isShowing()) walk(w, 0, out);
        }
        Toolkit.getDefaultToolkit().sync(); // what was drawn must have reached the display
        return out.toString();
    }

    static void walk(Component c, int depth, StringBuilder out) {
        if (!c.isVisible()) return;
        Point at = c.isShowing() ? c.getLocationOnScreen() : new Point(-1, -1);
        boolean top = c instanceof Window;
        boolean dialog = c instanceof Dialog && ((Dialog) c).isModal();
        Color ink = c.getForeground();
        Object[] fields = {
            depth, kind(c), top ? 1 : 0, dialog ? 1 : 0, c.isShowing() ? 1 : 0, at.x, at.y, c.getWidth(), c.getHeight(),
            c.isEnabled() ? "normal" : "disabled", ink == null ? "" : String.format("%06x", ink.getRGB() & 0xffffff), "", text(c), "",
        };
        for (int i = 0; i < fields.length; i++) {
            if (i > 0) out.append('\t');
            out.append(fields[i].toString().replace("\\", "\\\\").replace("\t", "\\t").replace("\n", "\\n"));
        }
        out.append('\n');
        if (c instanceof Container && !(c instanceof AbstractButton)) {
            for (Component part : ((Container) c).getComponents()) walk(part, depth + 1, out);
        }
    }

    static String kind(Component c) {
        if (c instanceof Window) return "window";
        if (c instanceof JToggleButton && !c.getClass().equals(JToggleButton.class)) return "check";
        if (c instanceof JMenuItem) return c instanceof JMenu ? "menu" : "item";
        if (c instanceof AbstractButton || c instanceof Button) return "button";
        if (c instanceof JComboBox || c instanceof JSpinner) return "choice";
        if (c instanceof JTextComponent) return ((JTextComponent) c).isEditable() ? "field" : "text";
        if (c instanceof TextComponent) return ((TextComponent) c).isEditable() ? "field" : "text";
        if (c instanceof JLabel || c instanceof Label) return "label";
        if (c instanceof Canvas || c instanceof Panel && ((Container) c).getComponentCount() == 0) return "canvas";
        // What a program draws itself, where its own class says how.
        boolean own = !c.getClass().getName().startsWith("javax.swing.") && !c.getClass().getName().startsWith("java.awt.");
        if (c instanceof JComponent && own && ((Container) c).getComponentCount() == 0) return "canvas";
        return "frame";
    }

    static String text(Component c) {
        String s = null;
        if (c instanceof AbstractButton) s = ((AbstractButton) c).getText();
        else if (c instanceof JLabel) s = ((JLabel) c).getText();
        else if (c instanceof JTextComponent) s = ((JTextComponent) c).getText();
        else if (c instanceof TextComponent) s = ((TextComponent) c).getText();
        else if (c instanceof Label) s = ((Label) c).getText();
        else if (c instanceof Button) s = ((Button) c).getLabel();
        else if (c instanceof JList) s = list((JList<?>) c);
        if (s == null) return "";
        return s.startsWith("<html>") ? s.replaceAll("(?i)<br */?>|</p>", "\n").replaceAll("<[^>]*>", "").trim() : s;
    }

    static String list(JList<?> list) {
        StringBuilder b = new StringBuilder();
        for (int i = 0; i < list.getModel().getSize(); i++) b.append(list.getModel().getElementAt(i)).append('\n');
        return b.toString();
    }
}
