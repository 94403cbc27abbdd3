package org.epiglyph.documents;

import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Pages;

/**
 * The process in which received files are examined. Reads requests from its input and answers each; ends with its
 * input, and so with the program that started it.
 */
final class IntakeHelper {
    private static final long STACK = 64L << 20;
    private final DataInputStream in;
    private final DataOutputStream out;

    private IntakeHelper(DataInputStream in, DataOutputStream out) {
        this.in = in;
        this.out = out;
    }

    public static void main(String[] arguments) throws InterruptedException {
        DataOutputStream out = new DataOutputStream(new BufferedOutputStream(System.out));
        System.setOut(new PrintStream(OutputStream.nullOutputStream())); // libraries may print, but not into the answers
        IntakeHelper helper = new IntakeHelper(new DataInputStream(System.in), out);
        Thread worker = new Thread(null, helper::work, "intake", STACK);
        worker.start();
        worker.join();
        System.exit(0);
    }

    private void work() {
        try {
            while (true) {
                String password = in.readBoolean() ? in.readUTF() : null;
                Path file = Path.of(in.readUTF());
                Path rendition = Path.of(in.readUTF());
                answer(file, rendition, password);
                out.flush();
            }
        } catch (EOFException e) {
            return; // there is nothing more to do
        } catch (IOException e) {
            System.exit(1);
        }
    }

    private void answer(Path file, Path rendition, String password) throws IOException {
        try {
            IntakeAnswer.write(password == null
                    ? Intake.examine(file, rendition)
                    : Intake.unlock(file, rendition, password), out);
        } catch (IOException e) {
            IntakeAnswer.writeDiskFailure(out);
        }
    }

    /** The serialised form of an answer. */
    static final class IntakeAnswer {
        private static final int READY = 1;
        private static final int NONE = 2;
        private static final int LOCKED = 3;
        private static final int DISK = 4;

        private IntakeAnswer() {}

        static void write(Pages pages, DataOutputStream out) throws IOException {
            switch (pages) {
                case Pages.Ready ready -> {
                    out.writeByte(READY);
                    out.writeInt(ready.count());
                    out.writeUTF(ready.rendition());
                    out.writeInt(ready.notes().size());
                    for (Message note : ready.notes()) {
                        write(note, out);
                    }
                    out.writeInt(ready.traits().size());
                    for (Pages.Trait trait : ready.traits()) {
                        out.writeInt(trait.ordinal());
                    }
                }
                case Pages.None(Message why) -> {
                    out.writeByte(NONE);
                    write(why, out);
                }
                case Pages.Locked(Message why) -> {
                    out.writeByte(LOCKED);
                    write(why, out);
                }
                case Pages.Awaited() -> throw new IllegalStateException("An answer that says nothing");
            }
        }

        static void writeDiskFailure(DataOutputStream out) throws IOException {
            out.writeByte(DISK);
        }

        /** @throws IOException if the disk failed, or it is not an answer */
        static Pages read(DataInputStream in) throws IOException {
            return switch (in.readByte()) {
                case READY -> new Pages.Ready(in.readInt(), in.readUTF(), messages(in), traits(in));
                case NONE -> new Pages.None(message(in));
                case LOCKED -> new Pages.Locked(message(in));
                case DISK -> throw new DiskFailed();
                default -> throw new IOException("An answer that is none");
            };
        }

        private static void write(Message message, DataOutputStream out) throws IOException {
            out.writeUTF(message.bundle());
            out.writeUTF(message.key());
            out.writeInt(message.values().size());
            for (Object value : message.values()) {
                out.writeBoolean(value instanceof Message);
                if (value instanceof Message within) {
                    write(within, out);
                } else {
                    out.writeUTF(cut(String.valueOf(value)));
                }
            }
        }

        private static Message message(DataInputStream in) throws IOException {
            String bundle = in.readUTF();
            String key = in.readUTF();
            List<Object> values = new ArrayList<>();
            int count = in.readInt();
            for (int i = 0; i < count; i++) {
                values.add(in.readBoolean() ? message(in) : in.readUTF());
            }
            return new Message(bundle, key, values);
        }

        private static List<Message> messages(DataInputStream in) throws IOException {
            List<Message> messages = new ArrayList<>();
            int count = in.readInt();
            for (int i = 0; i < count; i++) {
                messages.add(message(in));
            }
            return messages;
        }

        private static Set<Pages.Trait> traits(DataInputStream in) throws IOException {
            Pages.Trait[] all = Pages.Trait.values();
            Set<Pages.Trait> traits = EnumSet.noneOf(Pages.Trait.class);
            int count = in.readInt();
            for (int i = 0; i < count; i++) {
                traits.add(all[Objects.checkIndex(in.readInt(), all.length)]);
            }
            return traits;
        }

        private static String cut(String text) {
            return text.length() > 4000 ? text.substring(0, 4000) : text;
        }
    }

    /** The disk cannot be written; the file is not at fault. */
    static final class DiskFailed extends IOException {
        private static final long serialVersionUID = 1;

        DiskFailed() {
            super("The pages could not be written");
        }
    }
}
