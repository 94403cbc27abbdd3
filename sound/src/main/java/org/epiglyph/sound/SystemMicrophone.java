package org.epiglyph.sound;

import java.io.IOException;
import java.util.List;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.DataLine;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.TargetDataLine;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/** The system's default microphone, through {@code javax.sound.sampled}. */
public final class SystemMicrophone implements Microphone {
    /** Sample rates sufficient for speech that {@link OpusFile} accepts, best first. */
    private static final List<Integer> RATES = List.of(24_000, 48_000, 16_000);
    /** The largest delay in the device's buffer, as a fraction of a second. */
    private static final int BUFFERS = 5;
    private static final long SILENT = 3_000_000_000L;

    @Override
    public Listening open() throws Problem {
        try {
            for (int rate : RATES) {
                AudioFormat format = new AudioFormat(rate, 16, 1, true, false);
                DataLine.Info wanted = new DataLine.Info(TargetDataLine.class, format);
                if (AudioSystem.isLineSupported(wanted)) {
                    TargetDataLine line = (TargetDataLine) AudioSystem.getLine(wanted);
                    line.open(format, rate * 2 / BUFFERS);
                    line.start();
                    return new Line(line, rate);
                }
            }
        } catch (LineUnavailableException e) {
            throw new Problem(Message.of(SystemMicrophone.class, "busy"), e);
        } catch (SecurityException e) {
            throw new Problem(Message.of(SystemMicrophone.class, "notAllowed"),
                    e);
        } catch (RuntimeException e) {
            throw new Problem(Message.of(SystemMicrophone.class, "unusable"), e);
        }
        throw new Problem(Message.of(SystemMicrophone.class, "none"));
    }

    private static final class Line implements Listening {
        private final TargetDataLine line;
        private final int rate;
        private byte[] bytes = new byte[0];

        Line(TargetDataLine line, int rate) {
            this.line = line;
            this.rate = rate;
        }

        @Override
        public int rate() {
            return rate;
        }

        /** Some systems return nothing for ever if a device is unplugged, instead of reporting it. */
        @Override
        public int read(short[] buffer) throws IOException {
            long until = System.nanoTime() + SILENT;
            while (line.available() < 2) {
                if (!line.isOpen() || System.nanoTime() > until) {
                    throw new IOException("The microphone gives no sound any more");
                }
                try {
                    Thread.sleep(5);
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                    return -1;
                }
            }
            int wanted = Math.min(line.available(), buffer.length * 2) / 2 * 2;
            bytes = bytes.length < wanted ? new byte[buffer.length * 2] : bytes;
            int read = line.read(bytes, 0, wanted) / 2;
            for (int i = 0; i < read; i++) {
                buffer[i] = (short) (bytes[2 * i] & 0xFF | bytes[2 * i + 1] << 8);
            }
            return read;
        }

        @Override
        public void close() {
            line.stop();
            line.close();
        }
    }
}
