package org.epiglyph.sound;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.spoken.Samples;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A recording in progress, on a thread of its own. What was spoken is on the disk within half a second, so that it
 * survives a crash. It ends when it is stopped, when its time is over, when the microphone delivers no more or when the
 * disk is full.
 */
public final class Take {
    private static final Logger LOG = LoggerFactory.getLogger(Take.class);
    private static final long KEEP_EVERY = 400;
    private final Microphone.Listening microphone;
    private final WaveFile file;
    private final long most;
    private final Thread thread;
    private volatile boolean stopping;
    private volatile State state = new State(0, 0, Optional.empty(), true);
    private long samples; // used by the recording thread only

    /**
     * The state of the recording.
     *
     * @param length  what was recorded, in milliseconds
     * @param level   its present loudness, 0 to 1
     * @param ended   why it ended by itself; empty while it is running and if it was stopped
     * @param running true while it is running
     */
    public record State(long length, double level, Optional<Message> ended, boolean running) {}

    private Take(Microphone.Listening microphone, WaveFile file, long most) {
        this.microphone = microphone;
        this.file = file;
        this.most = most;
        this.thread = new Thread(this::record, "recording");
        this.thread.setDaemon(true);
    }

    /**
     * Starts a recording.
     *
     * @param target a file that does not exist
     * @param most   maximum length, in milliseconds
     * @throws Problem if the microphone cannot be used, or the file cannot be written
     */
    public static Take begin(Microphone microphone, Path target, long most) throws Problem {
        Microphone.Listening listening = microphone.open();
        try {
            Take take = new Take(listening, new WaveFile(target, listening.rate()), most);
            take.thread.start();
            return take;
        } catch (IOException e) {
            listening.close();
            throw new Problem(Message.of(Take.class, "cannotBeWritten"), e);
        }
    }

    public State state() {
        return state;
    }

    /** Stops it and waits until the file is complete. */
    public void stop() {
        stopping = true;
        boolean interrupted = false;
        while (thread.isAlive()) {
            try {
                thread.join();
            } catch (InterruptedException e) {
                interrupted = true;
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    private void record() {
        Optional<Message> ended = Optional.empty();
        try (microphone; file) {
            ended = listen();
        } catch (IOException e) {
            LOG.info("A recording ended ({})", e.getClass().getSimpleName());
            ended = Optional.of(Message.of(Take.class, "noMicrophoneOrRoom"));
        } catch (RuntimeException | Error e) {
            LOG.warn("A recording ended ({})", e.getClass().getSimpleName());
            ended = Optional.of(Message.of(Take.class, "couldNotGoOn"));
        } finally {
            state = new State(samples * 1000 / microphone.rate(), 0, ended, false);
        }
    }

    /**
     * Records until there is no more sound or time, or it is stopped.
     *
     * @return why it ended by itself
     */
    private Optional<Message> listen() throws IOException {
        int rate = microphone.rate();
        short[] buffer = new short[Math.max(1, rate / 20)];
        long kept = 0;
        while (!stopping) {
            int read = microphone.read(buffer);
            if (read < 0) {
                return Optional.of(Message.of(Take.class, "noMoreSound"));
            }
            int room = (int) Math.min(read, most * rate / 1000 - samples);
            file.add(buffer, room);
            samples += room;
            long length = samples * 1000 / rate;
            if (length - kept >= KEEP_EVERY) {
                file.keep();
                kept = length;
            }
            state = new State(length, level(buffer, room), Optional.empty(), true);
            if (length >= most) {
                return Optional.of(Message.of(Take.class, "timeOver"));
            }
        }
        return Optional.empty();
    }

    private static double level(short[] buffer, int count) {
        return new Samples(buffer, 1).level(0, count);
    }
}
