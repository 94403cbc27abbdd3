package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isFocused;
import static org.epiglyph.desktop.Screen.leaf;
import static org.epiglyph.desktop.Screen.onPage;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.lowagie.text.pdf.PdfArray;
import com.lowagie.text.pdf.PdfDictionary;
import com.lowagie.text.pdf.PdfName;
import com.lowagie.text.pdf.PdfReader;
import java.math.BigDecimal;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import javafx.geometry.Point2D;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageWord;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/**
 * The whole story with mouse and keyboard on the demo's class: collect, ink, highlight, stamp, phrase, scores, undo,
 * seal, hand back. Then the record office is queried, and the annotated PDF is read by a library that the program does
 * not use (OpenPDF).
 */
@ExtendWith(ApplicationExtension.class)
class StoryTest {
    private static final StudentKey STUDENT = new StudentKey("K-4401");
    private final HttpClient http = HttpClient.newHttpClient();
    @TempDir
    private static Path worlds;
    private Path world;
    private DemoOffice office;
    private String token;
    private Program program;

    @Start
    void start(Stage stage) throws Exception {
        world = Files.createDirectory(worlds.resolve(String.valueOf(System.nanoTime())));
        Path shelf = world.resolve("shelf");
        office = DemoOffice.open(world);
        token = office.token();
        program = new Program(new Program.Start(shelf, world.resolve("settings"), office.address(), token)
                .withMail(office.mailPort()),
                Clock.systemDefaultZone());
        Screen.show(stage, program);
    }

    @AfterEach
    void stop() throws Exception {
        Screen.end(program);
        office.close();
    }

    @Test
    void aBatchGoesFromTheRecordOfficeThroughMarkingBackToTheStudent(FxRobot robot) throws Exception {
        collect(robot);
        inkAndHighlight(robot);
        stampAndNote(robot);
        scores(robot);
        undoAndRedo(robot);
        wordsAndSeal(robot);
        handBack(robot);
        theRecordHasTheResult();
        thePdfHasTheMarks();
        handingBackAgainSendsNothing(robot);
        theStudentAnswersAndReadsTheReply(robot);
        amendedOverSomebodyElseWithAReason(robot);
        aLetterGoesToWhomNothingCameFrom(robot);
        everythingIsThereAfterAStart();
    }

    private void collect(FxRobot robot) {
        robot.clickOn("#collect");
        robot.clickOn("#ask-office");
        waitFor(() -> robot.lookup("#read-" + DemoWorld.TASK).tryQuery().isPresent());
        robot.clickOn("#read-" + DemoWorld.TASK);
        waitFor(() -> robot.lookup("#make-batch").tryQuery().isPresent());
        assertThat(text(robot, "#count-line")).isEqualTo("27 files: 27 matched");
        robot.clickOn("#make-batch");
        waitFor(() -> robot.lookup("#to-desk").tryQuery().isPresent());
        assertThat(text(robot, "#done-words")).isEqualTo("27 files: 27 matched");
        robot.clickOn("#to-desk");
        waitFor(() -> program.frame().place() instanceof Desk);
        waitFor(() -> leaf(robot) != null);
        assertThat(text(robot, "#student-name")).isEqualTo("Adaeze Lindqvist-Moreau");
    }

    private void inkAndHighlight(FxRobot robot) throws Exception {
        robot.type(KeyCode.DIGIT1);
        Point2D from = onPage(robot, 120, 600);
        robot.moveTo(from).press(MouseButton.PRIMARY);
        for (int i = 1; i <= 12; i++) {
            robot.moveTo(onPage(robot, 120 + i * 8, 600 + 12 * Math.sin(i / 2.0)));
        }
        robot.release(MouseButton.PRIMARY);
        assertThat(submission().marks()).singleElement().isInstanceOf(Stroke.class);

        PageWord first = word("range");
        robot.type(KeyCode.DIGIT2);
        robot.moveTo(onPage(robot, first.box().centre().x(), first.box().centre().y())).press(MouseButton.PRIMARY);
        PageBox line = first.box();
        robot.moveTo(onPage(robot, line.right() + 12, line.centre().y()))
                .moveTo(onPage(robot, line.right() + 20, line.centre().y()))
                .release(MouseButton.PRIMARY);
        waitFor(() -> isFocused(robot, "#remark"));
        robot.write("/tw");
        robot.type(KeyCode.ENTER);
        TextMarkup highlight = (TextMarkup) submission().marks().getLast();
        assertThat(highlight.text()).startsWith("range");
        assertThat(highlight.remark().text()).isEqualTo("Range and twelfth right, and set out so that I can follow.");
        assertThat(highlight.remark().phrase()).isNotEmpty();
    }

    private void stampAndNote(FxRobot robot) {
        robot.type(KeyCode.DIGIT6);
        robot.clickOn(onPage(robot, 520, 140));
        robot.type(KeyCode.DIGIT4);
        robot.clickOn(onPage(robot, 300, 640));
        waitFor(() -> isFocused(robot, "#remark"));
        robot.write("Say why you trust this height.");
        robot.type(KeyCode.ENTER);
        assertThat(submission().marks().getLast()).isInstanceOf(Note.class);
        int phrases = batch().phrasebook().phrases().size();
        robot.type(KeyCode.K);
        assertThat(batch().phrasebook().phrases()).hasSize(phrases + 1);
        robot.type(KeyCode.DIGIT5);
        robot.clickOn(onPage(robot, 90, 700));
        waitFor(() -> robot.lookup("#typed-text").tryQuery().isPresent()
                && robot.lookup("#typed-text").query().isFocused());
        robot.write("See the tide table.");
        robot.type(KeyCode.ENTER);
        assertThat(submission().marks()).hasSize(5);
    }

    private void scores(FxRobot robot) {
        robot.type(KeyCode.L);
        robot.write("12");
        robot.type(KeyCode.ENTER);
        assertThat(text(robot, "#refusal-c1"))
                .isEqualTo("12 is above the maximum of 'Range and twelfths'. Enter 0 to 8.");
        assertThat(submission().scores().points()).isEmpty();
        for (String score : List.of("7.5", "5", "abc", "b")) { // points, points, parts, a level with a range
            robot.write(score);
            robot.type(KeyCode.ENTER);
        }
        robot.write("a"); // a level worth one number; the focus goes to the next criterion
        robot.write("1.5");
        robot.type(KeyCode.ENTER);
        assertThat(text(robot, "#total")).isEqualTo("26");
        assertThat(text(robot, "#grade")).isEqualTo("Mate");
    }

    private void undoAndRedo(FxRobot robot) {
        robot.type(KeyCode.ESCAPE);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(text(robot, "#total")).isEqualTo("24.5");
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.Z);
        assertThat(text(robot, "#total")).isEqualTo("26");
    }

    private void wordsAndSeal(FxRobot robot) {
        robot.type(KeyCode.W);
        robot.write("A careful plan.");
        robot.type(KeyCode.ESCAPE);
        robot.push(KeyCode.SHIFT, KeyCode.W);
        robot.write("same curve as a neighbour");
        robot.push(KeyCode.CONTROL, KeyCode.ENTER);
        waitFor(() -> submission().sealed());
        assertThat(submission().onTheWhole()).isEqualTo("A careful plan.");
        assertThat(submission().privately()).isEqualTo("same curve as a neighbour");
        waitFor(() -> text(robot, "#kept").startsWith("saved "));
    }

    private void handBack(FxRobot robot) {
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT3);
        waitFor(() -> robot.lookup("#visible").tryQuery().isPresent());
        waitFor(() -> robot.lookup("go there").tryQuery().isPresent()); // two pages were never shown
        assertThat(robot.lookup("#hand-back-send").query().isDisabled()).as("nobody is ready").isTrue();
        robot.clickOn("Adaeze Lindqvist-Moreau");
        accept(robot, "pages not seen: ", "the rest is a printed form");
        accept(robot, "Units: 2 on the pages, 1.5 in the ledger", "said aloud, not on the page");
        waitFor(() -> text(robot, "#goes").endsWith("Choose above whether students see the results."));
        assertThat(robot.lookup("#hand-back-send").query().isDisabled()).as("nobody said who sees them").isTrue();
        robot.clickOn("#visible");
        waitFor(() -> !robot.lookup("#hand-back-send").query().isDisabled());
        robot.clickOn("#hand-back-send");
        waitFor(() -> !text(robot, "#hand-back-said").isEmpty());
        assertThat(text(robot, "#hand-back-said")).startsWith("1 handed back.");
        assertThat(submission().stage(batch().scheme())).isEqualTo(org.epiglyph.core.batch.Stage.HANDED_BACK);
    }

    /** Accepts the first finding of the selected student with keys. */
    private static void accept(FxRobot robot, String found, String why) {
        waitFor(() -> asks(robot, found));
        robot.type(KeyCode.A);
        waitFor(() -> isFocused(robot, "#accept-reason"));
        robot.write(why);
        robot.type(KeyCode.ENTER);
        waitFor(() -> !asks(robot, found));
    }

    private static boolean asks(FxRobot robot, String found) {
        Set<Labeled> lines = robot.lookup(".asks").queryAllAs(Labeled.class);
        return lines.stream().anyMatch(l -> l.getText().startsWith(found));
    }

    private void theRecordHasTheResult() throws Exception {
        JsonNode record = new ObjectMapper().readTree(get("/api/tasks/" + DemoWorld.TASK + "/records/" + STUDENT));
        assertThat(record.get("score").decimalValue()).isEqualByComparingTo("26");
        assertThat(record.get("comment").asText()).startsWith("A careful plan.")
                .contains("Interpolation: 5 of 6")
                .endsWith("Remarks on page 1.")
                .doesNotContain("neighbour");
        String page = new String(get("/students/" + STUDENT), StandardCharsets.UTF_8);
        assertThat(page).contains("<b>26</b> of 32").contains("workbook_marked.pdf");
        byte[] others = get("/api/tasks/" + DemoWorld.TASK + "/records/K-4408");
        assertThat(new ObjectMapper().readTree(others).get("version").asInt()).isZero();
    }

    private void thePdfHasTheMarks() throws Exception {
        String name = "K-4401_h1_LindqvistMoreau_workbook_marked.pdf";
        byte[] handed = get("/students/" + STUDENT + "/tasks/" + DemoWorld.TASK + "/documents/"
                + URLEncoder.encode(name, StandardCharsets.UTF_8));
        byte[] original = Files.readAllBytes(
                world.resolve("office/tasks/" + DemoWorld.TASK + "/files/K-4401_h1_LindqvistMoreau_workbook.pdf"));
        assertThat(handed).startsWith(original);
        try (PdfReader reader = new PdfReader(handed)) {
            Map<String, List<String>> found = new TreeMap<>();
            PdfArray annotations = reader.getPageN(1).getAsArray(PdfName.ANNOTS);
            for (int i = 0; i < annotations.size(); i++) {
                PdfDictionary annotation = annotations.getAsDict(i);
                assertThat(annotation.getAsDict(PdfName.AP)).isNotNull();
                found.computeIfAbsent(annotation.getAsName(PdfName.SUBTYPE).toString(), _ -> new ArrayList<>())
                        .add(annotation.getAsString(PdfName.CONTENTS).toUnicodeString());
            }
            assertThat(found).isEqualTo(Map.of("/Ink", List.of(""), "/Highlight",
                    List.of("Range and twelfth right, and set out so that I can follow."), "/Stamp",
                    List.of("Right"), "/Text", List.of("Say why you trust this height."), "/FreeText",
                    List.of("See the tide table.")));
        }
        assertThat(new String(handed, StandardCharsets.ISO_8859_1)).doesNotContain("neighbour");
    }

    private void handingBackAgainSendsNothing(FxRobot robot) {
        robot.clickOn("#hand-back-send");
        waitFor(() -> text(robot, "#hand-back-said").startsWith("0 handed back, 1 already there"));
    }

    private void theStudentAnswersAndReadsTheReply(FxRobot robot) throws Exception {
        get("/students/" + STUDENT); // opens it
        HttpResponse<Void> sent = http.send(HttpRequest
                .newBuilder(URI.create(
                        office.address() + "/students/" + STUDENT + "/tasks/" + DemoWorld.TASK + "/answers"))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString("words=Which+range%3F&remark=1"))
                .build(), HttpResponse.BodyHandlers.discarding());
        assertThat(sent.statusCode()).isEqualTo(302);
        robot.clickOn("#ask-seen");
        waitFor(() -> text(robot, "#hand-back-said").contains("answer was received"));
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT2);
        waitFor(() -> text(robot, "#student-name").equals("Adaeze Lindqvist-Moreau") && leaf(robot) != null
                && robot.lookup(n -> n instanceof PageRoll && n.isFocused()).tryQuery().isPresent());
        robot.push(KeyCode.SHIFT, KeyCode.U);
        waitFor(() -> isFocused(robot, "#reply-A-1"));
        robot.write("The one in line 3.");
        waitFor(() -> text(robot, "#kept").startsWith("saved "));
        assertThat(submission().sealed()).as("a reply opens nothing").isTrue();
    }

    private void amendedOverSomebodyElseWithAReason(FxRobot robot) throws Exception {
        office.client()
                .handBack(DemoWorld.TASK, new RecordClient.Parcel(STUDENT, Optional.of(new BigDecimal("28")),
                        "Moderated.", List.of(), "ab".repeat(32), "\"v1\"", Optional.empty()));
        robot.type(KeyCode.ESCAPE);
        robot.interact(() -> robot.lookup("#open-again").queryAs(Button.class).fire());
        waitFor(() -> !submission().sealed());
        robot.interact(() -> program.openBatch()
                .orElseThrow()
                .edit(new Edit.SetScore(STUDENT, "c1", Optional.of(new BigDecimal("8")))));
        robot.push(KeyCode.CONTROL, KeyCode.ENTER);
        waitFor(() -> submission().sealed());
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT3);
        waitFor(() -> robot.lookup("#amend-why")
                .tryQuery()
                .filter(n -> n.isVisible() && n.getParent().isVisible())
                .isPresent());
        robot.interact(() -> {
            robot.lookup("#amend-why").queryAs(TextField.class).setText("Line 3 was read wrongly.");
            robot.lookup("#amend-shown").queryAs(CheckBox.class).fire();
            robot.lookup("#hand-back-send").queryAs(Button.class).fire();
        });
        waitFor(() -> robot.lookup("#resolve-OURS-" + STUDENT).tryQuery().isPresent());
        JsonNode held = new ObjectMapper().readTree(get("/api/tasks/" + DemoWorld.TASK + "/records/" + STUDENT));
        assertThat(held.get("score").decimalValue()).as("nothing is replaced unseen").isEqualByComparingTo("28");
        robot.interact(() -> robot.lookup("#resolve-OURS-" + STUDENT).queryAs(Button.class).fire());
        waitFor(() -> text(robot, "#hand-back-said").startsWith("1 handed back"));
        assertThat(new String(get("/students/" + STUDENT), StandardCharsets.UTF_8)).contains("<b>26.5</b> of 32",
                "Line 3 was read wrongly.", "26, entered", "Which range?", "The one in line 3.");
    }

    private void aLetterGoesToWhomNothingCameFrom(FxRobot robot) throws Exception {
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT7);
        waitFor(() -> isFocused(robot, "#letter-subject"));
        robot.write("Nothing came");
        robot.type(KeyCode.TAB);
        robot.write("Dear {name}, where is it?");
        robot.interact(() -> {
            robot.lookup("#letters-from").queryAs(TextField.class).setText("m.rowe@kestrelpoint.example");
            robot.lookup("#letters-mail").queryAs(RadioButton.class).fire();
        });
        waitFor(() -> text(robot, "#letters-send").equals("Send 2 letters"));
        robot.interact(() -> robot.lookup("#letters-send").queryAs(Button.class).fire());
        waitFor(() -> text(robot, "#letters-said").startsWith("2 letters were sent."));
        assertThat(new String(get("/mail"), StandardCharsets.UTF_8)).contains("2 came to this machine",
                "Dear Joana, where is it?", "k-4444@students.kestrelpoint.example");
    }

    private void everythingIsThereAfterAStart() throws Exception {
        Submission before = submission();
        WaitForAsyncUtils.asyncFx(() -> program.toShelf());
        WaitForAsyncUtils.waitForFxEvents();
        Path folder = world.resolve("shelf").resolve("Tidal heights workbook");
        try (Workspace again = Workspace.open(folder, Clock.systemDefaultZone())) {
            assertThat(again.batch().submission(STUDENT)).isEqualTo(before);
        }
    }

    // --- helpers

    private Batch batch() {
        return program.openBatch().orElseThrow().batch();
    }

    private Submission submission() {
        return batch().submission(STUDENT);
    }

    private PageWord word(String text) throws Exception {
        Document document = submission().documents().getFirst();
        Path pages = program.openBatch().orElseThrow().folder().pages(document);
        try (OpenDocument open = OpenDocument.open(pages)) {
            return open.text(0).words().stream().filter(w -> w.text().equals(text)).findFirst().orElseThrow();
        }
    }

    private byte[] get(String path) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(URI.create(office.address() + path))
                .header("Authorization", "Bearer " + token)
                .build();
        HttpResponse<byte[]> response = http.send(request, HttpResponse.BodyHandlers.ofByteArray());
        assertThat(response.statusCode()).isEqualTo(200);
        return response.body();
    }
}
