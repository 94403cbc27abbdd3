package org.epiglyph.carrier;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.course.Course;
import org.epiglyph.places.FolderTree;
import org.epiglyph.workspace.Glance;
import org.epiglyph.workspace.Overview;
import org.epiglyph.workspace.ShelfNote;
import org.epiglyph.workspace.Summary;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Reads the batches of one course that are on the same shelf. Unreadable ones are skipped. */
public final class CourseReading {
    private static final Logger LOG = LoggerFactory.getLogger(CourseReading.class);

    private CourseReading() {}

    /** @param folders of the course's parts, in their order */
    public record Read(Course course, List<Path> folders) {
        public Read {
            folders = List.copyOf(folders);
        }
    }

    /**
     * The course of an open batch.
     *
     * @param folder  where the batch is
     * @param current the batch as it is now; without a course it stands alone
     */
    public static Read of(Path folder, Batch current) {
        List<Path> folders = new ArrayList<>(List.of(folder));
        List<Course.Part> parts = new ArrayList<>(List.of(new Course.Part(current, ShelfNote.of(folder).weight())));
        eachBeside(folder, current.task().module(), (other, batch) -> {
            if (!batch.isCovered()) { // else results would reveal whose script is whose
                folders.add(other);
                parts.add(new Course.Part(batch, ShelfNote.of(other).weight()));
            }
        });
        Course course = new Course(parts);
        return new Read(course, course.parts().stream().map(p -> folders.get(parts.indexOf(p))).toList());
    }

    /**
     * Reads the other batches of a course, one after the other.
     *
     * @param folder of the batch beside which they are
     * @param module the course; if blank there are no others
     */
    static void eachBeside(Path folder, String module, BiConsumer<Path, Batch> take) {
        each(besides(folder, module).keySet(), take);
    }

    /** Reads batches, one after the other. */
    static void each(Collection<Path> folders, BiConsumer<Path, Batch> take) {
        for (Path other : folders) {
            try {
                take.accept(other, Glance.at(other).batch());
            } catch (Problem | RuntimeException e) {
                LOG.info("A batch beside one cannot be read ({})", e.getClass());
            }
        }
    }

    /**
     * The other batches of a course by their folders, without reading them completely.
     *
     * @param folder of the batch beside which they are
     * @param module the course; if blank there are no others
     * @return each batch's title
     */
    public static Map<Path, String> besides(Path folder, String module) {
        Map<Path, String> all = new LinkedHashMap<>();
        for (Path other : module.isBlank() ? List.<Path>of() : beside(folder)) {
            title(other, module).ifPresent(t -> all.put(other, t));
        }
        return all;
    }

    private static List<Path> beside(Path folder) {
        Path here = folder.toAbsolutePath();
        try {
            return FolderTree.entries(here.getParent())
                    .stream()
                    .filter(o -> !o.equals(here) && Files.isRegularFile(o.resolve("batch.sqlite")))
                    .toList();
        } catch (IOException e) {
            LOG.info("The batches beside one cannot be listed ({})", e.getClass());
            return List.of();
        }
    }

    /** The summary tells the course without reading the batch. */
    private static Optional<String> title(Path folder, String module) {
        try {
            Summary summary = Overview.at(folder).summary();
            return summary.module().equals(module) ? Optional.of(summary.title()) : Optional.empty();
        } catch (Problem | RuntimeException e) {
            LOG.info("A batch beside one cannot be read ({})", e.getClass());
            return Optional.empty();
        }
    }
}
