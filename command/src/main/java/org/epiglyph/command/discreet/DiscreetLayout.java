package org.epiglyph.command.discreet;

import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.classic.spi.IThrowableProxy;
import ch.qos.logback.classic.spi.StackTraceElementProxy;
import ch.qos.logback.core.LayoutBase;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.Set;
import org.slf4j.helpers.MessageFormatter;

/**
 * A line of the log. Of our own messages it contains the literal text of the source, with figures, class names and
 * constants filled in, and nothing else; of others' messages nothing, and of exceptions where they were thrown, never
 * their message.
 */
public final class DiscreetLayout extends LayoutBase<ILoggingEvent> {
    private static final String OURS = "org.epiglyph.";
    private static final int MOST_FRAMES = 60;

    @Override
    public String doLayout(ILoggingEvent event) {
        StringBuilder line = new StringBuilder().append(event.getInstant())
                .append(' ')
                .append(event.getLevel())
                .append(' ')
                .append(event.getLoggerName());
        if (event.getLoggerName().startsWith(OURS)) {
            line.append(' ').append(text(event));
        }
        line.append('\n');
        Set<IThrowableProxy> told = Collections.newSetFromMap(new IdentityHashMap<>());
        for (IThrowableProxy e = event.getThrowableProxy(); e != null && told.add(e); e = e.getCause()) {
            trace(e, line);
        }
        return line.toString();
    }

    private static String text(ILoggingEvent event) {
        Object[] given = event.getArgumentArray();
        Object[] harmless = new Object[given == null ? 0 : given.length];
        for (int i = 0; i < harmless.length; i++) {
            harmless[i] = switch (given[i]) {
                case Number n -> n;
                case Boolean b -> b;
                case Enum<?> e -> e.name();
                case Class<?> c -> c.getName();
                case null, default -> "\u2026";
            };
        }
        return MessageFormatter.basicArrayFormat(event.getMessage(), harmless);
    }

    private static void trace(IThrowableProxy e, StringBuilder line) {
        line.append("  ").append(e.getClassName()).append('\n');
        StackTraceElementProxy[] frames = e.getStackTraceElementProxyArray();
        for (int i = 0; i < Math.min(frames.length, MOST_FRAMES); i++) {
            line.append("    ").append(frames[i].getSTEAsString()).append('\n');
        }
    }
}
