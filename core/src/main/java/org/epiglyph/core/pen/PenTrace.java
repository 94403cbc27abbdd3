package org.epiglyph.core.pen;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;

/**
 * A recorded hand. As text, one sample per line: milliseconds, x, y, pressure, tilt x, tilt y, separated by spaces;
 * lines that begin with # are comments.
 *
 * @param samples in the order of their times
 */
public record PenTrace(List<PenSample> samples) {
    private static final int FIGURES = 6;

    public PenTrace {
        samples = List.copyOf(samples);
        for (int i = 1; i < samples.size(); i++) {
            if (samples.get(i).millis() < samples.get(i - 1).millis()) {
                throw new InvalidValue(Message.of(PenTrace.class, "backwards", i + 1));
            }
        }
    }

    /** @throws IllegalArgumentException if a line is not a sample; the message names the line */
    public static PenTrace read(String text) {
        List<PenSample> samples = new ArrayList<>();
        int number = 0;
        for (String line : text.lines().toList()) {
            number++;
            if (line.isBlank() || line.startsWith("#")) {
                continue;
            }
            String[] f = line.strip().split("\\s+");
            try {
                if (f.length != FIGURES) {
                    throw new InvalidValue(Message.of(PenTrace.class, "figures", f.length, FIGURES));
                }
                samples.add(new PenSample(Double.parseDouble(f[1]), Double.parseDouble(f[2]), Double.parseDouble(f[3]),
                        Double.parseDouble(f[4]), Double.parseDouble(f[5]), Long.parseLong(f[0])));
            } catch (IllegalArgumentException e) {
                throw new InvalidValue(Message.of(PenTrace.class, "badLine", number, InvalidValue.asMessage(e)), e);
            }
        }
        return new PenTrace(samples);
    }

    /** The trace as text. */
    String write() {
        StringBuilder text = new StringBuilder();
        for (PenSample s : samples) {
            text.append(String.format(Locale.ROOT, "%d %.2f %.2f %.3f %.1f %.1f%n", s.millis(), s.x(), s.y(),
                    s.pressure(), s.tiltX(), s.tiltY()));
        }
        return text.toString();
    }

    /** The same hand at another place and in another size. */
    public PenTrace at(double left, double top, double factor) {
        return new PenTrace(samples.stream()
                .map(s -> new PenSample(left + s.x() * factor, top + s.y() * factor, s.pressure(), s.tiltX(), s.tiltY(),
                        s.millis()))
                .toList());
    }
}
