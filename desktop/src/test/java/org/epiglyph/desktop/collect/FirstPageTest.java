package org.epiglyph.desktop.collect;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.epiglyph.core.Message;
import org.epiglyph.exchange.archive.ReceivedFile;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

@ExtendWith(ApplicationExtension.class)
class FirstPageTest {
    private final FirstPage page = new FirstPage();

    @AfterEach
    void close() {
        page.close();
    }

    private interface Content {
        InputStream open() throws IOException;
    }

    private record File(String path, long size, Content content) implements ReceivedFile {
        File(String path, String text) {
            this(path, text.length(), () -> new ByteArrayInputStream(text.getBytes()));
        }

        @Override
        public Optional<Instant> changed() {
            return Optional.empty();
        }

        @Override
        public Optional<Message> caution() {
            return Optional.empty();
        }

        @Override
        public InputStream open() throws IOException {
            return content.open();
        }
    }

    private FirstPage.Seen seen(ReceivedFile file) throws Exception {
        WaitForAsyncUtils.asyncFx(() -> page.show(file)).get(5, TimeUnit.SECONDS);
        WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS,
                () -> !(page.seenProperty().get() instanceof FirstPage.Seen.Text(String text)
                        && text.startsWith("Making")));
        return page.seenProperty().get();
    }

    @Test
    void showsAFilesFirstPageWithNotes() throws Exception {
        FirstPage.Seen seen = seen(new File("a/notes.txt", "Tide and time\n".repeat(200)));
        assertThat(seen).isInstanceOf(FirstPage.Seen.Picture.class);
        FirstPage.Seen.Picture picture = (FirstPage.Seen.Picture) seen;
        assertThat(picture.text()).isEqualTo("4 pages");
        assertThat(picture.image().getHeight()).isBetween(500.0, 561.0);
    }

    @Test
    void explainsAFileWithoutPages() throws Exception {
        assertThat(seen(new File("empty.pdf", "")))
                .isEqualTo(new FirstPage.Seen.Text("The file is empty. Ask the student for it again."));
        assertThat(((FirstPage.Seen.Text) seen(new File("x.bin", "\u0000\u0001\u0002"))).text())
                .contains("cannot be converted to pages");
        assertThat(((FirstPage.Seen.Text) seen(new File("large.pdf", 1L << 40, InputStream::nullInputStream))).text())
                .contains("too large");
        assertThat(((FirstPage.Seen.Text) seen(new File("gone.pdf", 1, () -> {
            throw new IOException("gone");
        }))).text()).contains("could not be read");
    }

    @Test
    void onlyTheLastRequestCounts() throws Exception {
        CountDownLatch hold = new CountDownLatch(1);
        File slow = new File("slow.txt", 4, () -> {
            try {
                hold.await();
            } catch (InterruptedException e) {
                throw new IOException(e);
            }
            return new ByteArrayInputStream("slow".getBytes());
        });
        WaitForAsyncUtils.asyncFx(() -> page.show(slow)).get(5, TimeUnit.SECONDS);
        WaitForAsyncUtils.asyncFx(() -> page.showNothing("nothing")).get(5, TimeUnit.SECONDS);
        hold.countDown();
        assertThat(seen(new File("quick.txt", "quick"))).isInstanceOf(FirstPage.Seen.Picture.class);
    }
}
