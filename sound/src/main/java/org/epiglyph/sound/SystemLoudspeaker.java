package org.epiglyph.sound;

import java.util.function.BooleanSupplier;
import java.util.function.LongConsumer;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.DataLine;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.spoken.Samples;

/** The system's default loudspeaker, through {@code javax.sound.sampled}. */
public final class SystemLoudspeaker implements Loudspeaker {
    /** Number of pieces per second that are passed to the device. */
    private static final int PIECES = 25;
    private static final int BUFFERS = 5;

    @Override
    public void play(Samples samples, BooleanSupplier stopped, LongConsumer at) throws Problem {
        AudioFormat format = new AudioFormat(samples.rate(), 16, 1, true, false);
        DataLine.Info wanted = new DataLine.Info(SourceDataLine.class, format);
        try {
            if (!AudioSystem.isLineSupported(wanted)) {
                throw new Problem(Message.of(SystemLoudspeaker.class, "none"));
            }
            try (SourceDataLine line = (SourceDataLine) AudioSystem.getLine(wanted)) {
                line.open(format, samples.rate() * 2 / BUFFERS);
                line.start();
                play(samples, line, stopped, at);
            }
        } catch (LineUnavailableException e) {
            throw new Problem(Message.of(SystemLoudspeaker.class, "busy"), e);
        } catch (RuntimeException e) {
            throw new Problem(Message.of(SystemLoudspeaker.class, "unusable"), e);
        }
    }

    private static void play(Samples samples, SourceDataLine line, BooleanSupplier stopped, LongConsumer at) {
        short[] piece = new short[Math.max(1, samples.rate() / PIECES)];
        byte[] bytes = new byte[piece.length * 2];
        for (int from = 0; from < samples.count() && !stopped.getAsBoolean(); from += piece.length) {
            samples.copy(from, piece);
            for (int i = 0; i < piece.length; i++) {
                bytes[2 * i] = (byte) piece[i];
                bytes[2 * i + 1] = (byte) (piece[i] >> 8);
            }
            line.write(bytes, 0, bytes.length);
            at.accept(line.getMicrosecondPosition() / 1000);
        }
        if (stopped.getAsBoolean()) {
            line.flush();
        } else {
            line.drain();
            at.accept(samples.length());
        }
    }
}
