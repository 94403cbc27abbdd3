package org.epiglyph.command.discreet;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.spi.Configurator;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.encoder.LayoutWrappingEncoder;
import ch.qos.logback.core.rolling.FixedWindowRollingPolicy;
import ch.qos.logback.core.rolling.RollingFileAppender;
import ch.qos.logback.core.rolling.SizeBasedTriggeringPolicy;
import ch.qos.logback.core.spi.ContextAwareBase;
import ch.qos.logback.core.util.FileSize;
import org.slf4j.Logger;

/**
 * Sets up the log: files of 1 MB, three old ones, each line by {@link DiscreetLayout}, in the folder given by the
 * system property {@code epiglyph.logs}. Done in code, since reading a configuration file takes longer than the
 * window's first frames.
 */
public final class DiscreetLog extends ContextAwareBase implements Configurator {
    private static final int OLD_FILES = 3;
    private static final long BYTES = 1 << 20;

    @Override
    public ExecutionStatus configure(LoggerContext context) {
        String folder = System.getProperty("epiglyph.logs", "target");
        RollingFileAppender<ILoggingEvent> appender = new RollingFileAppender<>();
        appender.setContext(context);
        appender.setName("FILE");
        appender.setFile(folder + "/epiglyph.log");
        SizeBasedTriggeringPolicy<ILoggingEvent> full = new SizeBasedTriggeringPolicy<>();
        full.setContext(context);
        full.setMaxFileSize(new FileSize(BYTES));
        full.start();
        DiscreetLayout layout = new DiscreetLayout();
        layout.setContext(context);
        layout.start();
        LayoutWrappingEncoder<ILoggingEvent> encoder = new LayoutWrappingEncoder<>();
        encoder.setContext(context);
        encoder.setLayout(layout);
        encoder.start();
        appender.setRollingPolicy(rolling(context, appender, folder));
        appender.setTriggeringPolicy(full);
        appender.setEncoder(encoder);
        appender.start();
        context.getLogger("org.apache.pdfbox").setLevel(Level.ERROR);
        context.getLogger("org.apache.fontbox").setLevel(Level.ERROR);
        context.getLogger(Logger.ROOT_LOGGER_NAME).setLevel(Level.INFO);
        context.getLogger(Logger.ROOT_LOGGER_NAME).addAppender(appender);
        return ExecutionStatus.DO_NOT_INVOKE_NEXT_IF_ANY;
    }

    private static FixedWindowRollingPolicy rolling(LoggerContext context, RollingFileAppender<ILoggingEvent> appender,
            String folder) {
        FixedWindowRollingPolicy rolling = new FixedWindowRollingPolicy();
        rolling.setContext(context);
        rolling.setParent(appender);
        rolling.setFileNamePattern(folder + "/epiglyph.%i.log");
        rolling.setMinIndex(1);
        rolling.setMaxIndex(OLD_FILES);
        rolling.start();
        return rolling;
    }
}
