package org.epiglyph.demo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalTime;
import java.util.HashSet;
import java.util.Map;
import java.util.ServiceLoader;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.documents.Intake;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.documents.TrialClass;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DemoWorldTest {
    @TempDir
    private Path folder;

    private Path make(String name) throws IOException {
        DemoWorld.make(folder.resolve(name), folder.resolve("shelf"));
        return folder.resolve(name).resolve("tasks").resolve(DemoWorld.TASK);
    }

    private static Map<String, Integer> contents(Path task) throws IOException {
        Map<String, Integer> contents = new TreeMap<>();
        try (Stream<Path> all = Files.walk(task)) {
            for (Path file : all.filter(Files::isRegularFile).toList()) {
                contents.put(task.relativize(file).toString(), java.util.Arrays.hashCode(Files.readAllBytes(file)));
            }
        }
        return contents;
    }

    @Test
    void isReproducibleByteForByte() throws IOException {
        assertThat(contents(make("one"))).isEqualTo(contents(make("other")));
    }

    @Test
    void theClassMatchesTheStory() throws IOException {
        Path task = make("one");
        JsonNode roster = new ObjectMapper().readTree(task.resolve("roster.json").toFile());
        JsonNode submissions = new ObjectMapper().readTree(task.resolve("submissions.json").toFile());
        assertThat(roster).hasSize(26);
        Set<String> keys = new HashSet<>();
        Set<String> names = new HashSet<>();
        roster.forEach(p -> keys.add(p.get("sourcedId").asText()));
        roster.forEach(p -> names.add(p.get("givenName").asText() + p.get("familyName").asText()));
        assertThat(keys).hasSize(26);
        assertThat(names).as("two students share a name").hasSize(25);
        Set<String> handedIn = new HashSet<>();
        int late = 0;
        int two = 0;
        for (JsonNode submission : submissions) {
            handedIn.add(submission.get("student").asText());
            late += submission.get("handedInAt").asText().compareTo("2026-03-13T18:00:00Z") > 0 ? 1 : 0;
            two += submission.get("handIn").asInt() == 2 ? 1 : 0;
        }
        assertThat(handedIn).as("two have nothing").hasSize(24);
        assertThat(late).isEqualTo(2);
        assertThat(two).isEqualTo(1);
    }

    @Test
    void everyFileHasPagesAndAllFormatsOccur() throws Exception {
        Path files = make("one").resolve("files");
        int scans = 0;
        int wide = 0;
        int turned = 0;
        try (Stream<Path> all = Files.list(files)) {
            for (Path file : all.sorted().toList()) {
                Path rendition = folder.resolve("rendition.pdf");
                Pages pages = Intake.examine(file, rendition);
                assertThat(pages).as(file.toString()).isInstanceOf(Pages.Ready.class);
                Pages.Ready ready = (Pages.Ready) pages;
                assertThat(ready.count()).isLessThanOrEqualTo(7);
                try (OpenDocument document = OpenDocument.open(ready.rendition().isEmpty() ? file : rendition)) {
                    scans += document.text(0).words().isEmpty() ? 1 : 0;
                    wide += document.geometry(0).shownWidth() > document.geometry(0).shownHeight() ? 1 : 0;
                    turned += document.geometry(document.pageCount() - 1).rotation() == 90 ? 1 : 0;
                }
            }
        }
        assertThat(scans).as("two scans as PDF and two photographs").isEqualTo(4);
        assertThat(wide).isEqualTo(2);
        assertThat(turned).isEqualTo(1);
    }

    /** Rule of twelfths (common practice, no source): after 1 to 6 hours 1, 3, 6, 9, 11 and 12 twelfths; worked out by hand for 1.3 m to 5.2 m. */
    @Test
    void theTideFollowsTheRuleOfTwelfths() {
        Tide tide = new Tide(LocalTime.of(11, 0), 1.3, LocalTime.of(17, 0), 5.2, LocalTime.of(14, 30), 1.1, 1.8);
        assertThat(tide.range()).isCloseTo(3.9, within(1e-9));
        assertThat(tide.twelfth()).isCloseTo(0.325, within(1e-9));
        assertThat(tide.heightAfter(3)).isCloseTo(1.3 + 6 * 0.325, within(1e-9));
        assertThat(tide.requestedHeight()).isCloseTo(1.3 + 6 * 0.325 + 0.5 * 3 * 0.325, within(1e-9));
        assertThat(tide.depthOverBar()).isCloseTo(tide.requestedHeight() - 1.1, within(1e-9));
        assertThat(tide.clearance()).isCloseTo(tide.requestedHeight() - 2.9, within(1e-9));
    }

    @Test
    void plantedSlipsShowInTheWork() {
        String right = new Workbook(new java.util.Random(3), Set.of()).parts().toString();
        assertThat(right).contains(" m.");
        assertThat(new Workbook(new java.util.Random(3), Set.of(Workbook.Slip.ADDS_DRYING)).parts().get(2).toString())
                .contains(" + ");
        assertThat(new Workbook(new java.util.Random(3), Set.of(Workbook.Slip.SIXTY_MINUTES)).parts().toString())
                .contains("one hour of the tide is 60 minutes");
        assertThat(new Workbook(new java.util.Random(3), Set.of(Workbook.Slip.NO_UNITS)).parts().get(0).toString())
                .doesNotContain(" m,");
        assertThat(new Workbook(new java.util.Random(3), Set.of(Workbook.Slip.THIRD_HOUR)).table().get(3))
                .contains("5/12");
    }

    @Test
    void theSampleClassIsAFolderWithACompleteSheet() throws IOException {
        Path place = folder.resolve("shelf").resolve("to try").resolve("workbooks");
        TrialClass trial = ServiceLoader.load(TrialClass.class).findFirst().orElseThrow();
        trial.make(place, folder.resolve("shelf"));
        assertThat(Files.readAllLines(place.resolve("Grade sheet.csv"))).hasSize(ClassList.members().size() + 1);
        try (Stream<Path> all = Files.list(place)) {
            assertThat(all.filter(f -> f.toString().endsWith(".pdf")).count()).isGreaterThan(20);
        }
        try (Stream<Path> all = Files.list(place.getParent())) {
            assertThat(all).as("nothing incomplete").containsExactly(place);
        }
        Files.delete(place.resolve("Grade sheet.csv"));
        trial.make(place, folder.resolve("shelf"));
        assertThat(place.resolve("Grade sheet.csv")).as("what is there stays as it is").doesNotExist();
    }
}
