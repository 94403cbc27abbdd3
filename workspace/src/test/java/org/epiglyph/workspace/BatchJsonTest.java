package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Acceptance;
import org.epiglyph.core.batch.Aids;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Covers;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.LetterSent;
import org.epiglyph.core.batch.Limits;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.batch.SetAside;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Shape;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Collection;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.LatePenalty;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.OwnLateness;
import org.epiglyph.core.scoring.Role;
import org.epiglyph.core.scoring.Rounding;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Scaling;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * The entries of a batch's history as stored on disk: the format may be extended but never changed, or old batches
 * could not be opened.
 */
class BatchJsonTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final Head HEAD = new Head("m1", new PageRef("d1", 2), Ink.OCHRE, 90,
            new Remark("Why “this”?", Audience.PRIVATE, "p1"));
    private static final SpokenRemark SPOKEN = new SpokenRemark("s1", SpokenPlace.ofMark("m1"),
            new SpokenRemark.Sound("w1", "0".repeat(64), 9), 9000, new Span(120, 8000), "Why not?");
    private static final String HEAD_LINE = "\"head\":{\"id\":\"m1\",\"page\":{\"document\":\"d1\",\"index\":2},\"ink\":\"OCHRE\",\"turn\":90,"
            + "\"remark\":{\"words\":\"Why “this”?\",\"audience\":\"PRIVATE\",\"phrase\":\"p1\"}}";

    static Stream<Arguments> lines() {
        return Stream.of(
                line(new Edit.SetScore(ADA, "c1", Optional.of(new BigDecimal("7.50"))),
                        "{\"kind\":\"score\",\"student\":\"K-1\",\"criterion\":\"c1\",\"score\":7.50}"),
                line(new Edit.SetScore(ADA, "c1", Optional.empty()),
                        "{\"kind\":\"score\",\"student\":\"K-1\",\"criterion\":\"c1\",\"score\":null}"),
                line(new Edit.WriteOnTheWhole(ADA, "Good.\nΩ"),
                        "{\"kind\":\"on-the-whole\",\"student\":\"K-1\",\"words\":\"Good.\\nΩ\"}"),
                line(new Edit.WritePrivately(ADA, "hm"),
                        "{\"kind\":\"privately\",\"student\":\"K-1\",\"words\":\"hm\"}"),
                line(new Edit.WriteOnCriterion(ADA, "c1", "Show it."),
                        "{\"kind\":\"on-criterion\",\"student\":\"K-1\",\"criterion\":\"c1\",\"words\":\"Show it.\"}"),
                line(new Edit.Reply(ADA, "A-1", "See page 2."),
                        "{\"kind\":\"reply\",\"student\":\"K-1\",\"answer\":\"A-1\",\"words\":\"See page 2.\"}"),
                line(new Edit.ReceiveAnswer(ADA, new Answer("A-1", Optional.of(3), "Why?", Instant.EPOCH, "So.", true)),
                        "{\"kind\":\"answer\",\"student\":\"K-1\",\"answer\":{\"id\":\"A-1\",\"remark\":3,\"words\":\"Why?\","
                                + "\"at\":\"1970-01-01T00:00:00Z\",\"reply\":\"So.\",\"replied\":true}}"),
                line(new Edit.KeepSpoken(ADA, SPOKEN),
                        "{\"kind\":\"spoken\",\"student\":\"K-1\",\"remark\":{\"id\":\"s1\",\"place\":{\"kind\":\"MARK\",\"subject\":\"m1\"},"
                                + "\"sound\":{\"document\":\"w1\",\"sha256\":\"" + "0".repeat(64)
                                + "\",\"bytes\":9},\"length\":9000,\"heard\":{\"from\":120,\"to\":8000},\"words\":\"Why not?\"}}"),
                line(new Edit.ChangeAids(new Aids(List.of(), "fr", new Limits(Optional.of(BigDecimal.valueOf(50)),
                        Optional.empty()), List.of(new SetAside("the tide waits", SetAside.Reason.QUOTATION)))),
                        "{\"kind\":\"aids\",\"aids\":{\"documents\":[],\"language\":\"fr\",\"limits\":{\"wordsBelow\":50,"
                                + "\"nearBoundary\":null},\"aside\":[{\"words\":\"the tide waits\",\"reason\":\"QUOTATION\"}]}}"),
                line(new Edit.BringBack(ADA, List.of(), Scorecard.EMPTY.withRemark("c1", "Show it."), "", "",
                        List.of()),
                        "{\"kind\":\"bring-back\",\"student\":\"K-1\",\"marks\":[],\"scores\":{\"points\":{},"
                                + "\"words\":{\"c1\":\"Show it.\"}},\"onTheWhole\":\"\",\"privately\":\"\"}"),
                line(new Edit.Seal(ADA), "{\"kind\":\"seal\",\"student\":\"K-1\"}"),
                line(new Edit.OpenAgain(ADA), "{\"kind\":\"open-again\",\"student\":\"K-1\"}"),
                line(new Edit.SeePage(ADA, new PageRef("d1", 0)),
                        "{\"kind\":\"see-page\",\"student\":\"K-1\",\"page\":{\"document\":\"d1\",\"index\":0}}"),
                line(new Edit.RemoveMark(ADA, "m1"), "{\"kind\":\"remove-mark\",\"student\":\"K-1\",\"mark\":\"m1\"}"),
                line(new Edit.RecordReceipt(ADA,
                        Optional.of(new Receipt("R-1", Instant.parse("2026-03-20T20:00:00Z"), "abc", "\"v1\""))),
                        "{\"kind\":\"receipt\",\"student\":\"K-1\",\"receipt\":{\"id\":\"R-1\",\"at\":\"2026-03-20T20:00:00Z\",\"digest\":\"abc\",\"tag\":\"\\\"v1\\\"\"}}"),
                line(new Edit.KeepPhrase(new Phrase("p1", "un", "Units!", "c1", Optional.of(new BigDecimal("-0.5")))),
                        "{\"kind\":\"keep-phrase\",\"phrase\":{\"id\":\"p1\",\"code\":\"un\",\"words\":\"Units!\",\"criterion\":\"c1\",\"effect\":-0.5}}"),
                line(new Edit.Together(List.of(new Edit.RemovePhrase("p1"), new Edit.Seal(ADA))),
                        "{\"kind\":\"together\",\"edits\":[{\"kind\":\"remove-phrase\",\"phrase\":\"p1\"},{\"kind\":\"seal\",\"student\":\"K-1\"}]}"),
                line(new Edit.PlaceMark(ADA, new Note(HEAD, new PagePoint(1.5, 2)), 3),
                        "{\"kind\":\"place-mark\",\"student\":\"K-1\",\"mark\":{\"kind\":\"note\"," + HEAD_LINE
                                + ",\"at\":[1.5,2.0]},\"position\":3}"),
                line(new Edit.ChangeMark(ADA, new TextMarkup(HEAD, List.of(new PageBox(1, 2, 3, 4)), "range")),
                        "{\"kind\":\"change-mark\",\"student\":\"K-1\",\"mark\":{\"kind\":\"highlight\"," + HEAD_LINE
                                + ",\"boxes\":[[1.0,2.0,3.0,4.0]],\"text\":\"range\"}}"),
                line(new Edit.ChangeMark(ADA, new Stamp(HEAD, Sign.CARRIED_FORWARD, new PagePoint(1, 2), 20)),
                        "{\"kind\":\"change-mark\",\"student\":\"K-1\",\"mark\":{\"kind\":\"stamp\"," + HEAD_LINE
                                + ",\"sign\":\"CARRIED_FORWARD\",\"at\":[1.0,2.0],\"size\":20.0}}"),
                line(new Edit.ChangeMark(ADA, new TypedText(HEAD, new PagePoint(1, 2), "See", 12, 30)),
                        "{\"kind\":\"change-mark\",\"student\":\"K-1\",\"mark\":{\"kind\":\"text\"," + HEAD_LINE
                                + ",\"at\":[1.0,2.0],\"text\":\"See\",\"size\":12.0,\"width\":30.0}}"));
    }

    static Stream<Edit> laterEdits() {
        InkPath path = InkPath.through(new PagePoint(0, 0), new PagePoint(9, 9));
        Head linked = HEAD.withCriterion("c1").withMeaning("units");
        return Stream.of(
                new Edit.PlaceMark(ADA, new Stroke(linked, path, 2, Stroke.Nib.FINE, List.of(0.5, 1.25))),
                new Edit.PlaceMark(ADA, new TextMarkup(HEAD, List.of(new PageBox(1, 2, 3, 4)), "x",
                        TextMarkup.Style.WAVY_UNDERLINE)),
                new Edit.PlaceMark(ADA,
                        new Shape(HEAD, Shape.Form.BRACKET, new PagePoint(1, 2), new PagePoint(1, 9), 1)),
                new Edit.PlaceMark(ADA, new Correction(HEAD, List.of(new PageBox(1, 2, 3, 4)), "low",
                        Optional.of(new PagePoint(4, 5)), 12)),
                new Edit.PlaceMark(ADA, new Correction(HEAD, List.of(new PageBox(1, 2, 3, 4)), "low",
                        Optional.empty(), 12)),
                new Edit.PlaceMark(ADA,
                        new TypedText(HEAD, new PagePoint(1, 2), "a b", 12, 9, List.of("a", "b"), true)),
                new Edit.PlaceMark(ADA, new Stamp(HEAD, new Face.Text("see me", 3.5), new PagePoint(1, 2), 20, 15)),
                new Edit.PlaceMark(ADA,
                        new Stamp(HEAD, new Face.Score(new BigDecimal("-0.5"), 1), new PagePoint(1, 2), 20)),
                new Edit.PlaceMark(ADA,
                        new Stamp(HEAD, new Face.Picture("a".repeat(64) + ".png", 2), new PagePoint(1, 2), 20)),
                new Edit.SetStanding(ADA, "c1", Optional.of(Standing.EXCUSED)),
                new Edit.SetStanding(ADA, "c1", Optional.empty()),
                new Edit.Judge(ADA, "c1",
                        new Judgement(Optional.of(BigDecimal.ONE), Optional.empty(), "l1", List.of())),
                new Edit.Judge(ADA, "c1",
                        new Judgement(Optional.of(BigDecimal.ONE), Optional.empty(), "", List.of("p1", "p2"))),
                new Edit.WriteOnCriterion(ADA, "c1", "Show the working."),
                new Edit.Moderate(ADA, Optional.of(new Moderation(new BigDecimal("-1.5"), "second reading"))),
                new Edit.Moderate(ADA, Optional.empty()),
                new Edit.SetLateness(ADA, Optional.of(new OwnLateness(new BigDecimal("2.5"), "ill"))),
                new Edit.SetLateness(ADA, Optional.empty()), new Edit.LearnOpened(ADA, Instant.EPOCH),
                new Edit.AssignMarker(ADA, "Rowan"), new Edit.CoverNames(List.of(ADA), Set.of(ADA)),
                new Edit.UncoverNames(Set.of(ADA), "a question"),
                new Edit.DrawStrips(List.of(Covers.Strip.HEAD)),
                new Edit.ChangeScheme(everyKind(),
                        List.of(new Edit.Rescore(ADA, "c1", Judgement.of(BigDecimal.ONE), Judgement.NONE))),
                new Edit.ArrangePhrases(
                        List.of(new Edit.PhraseChange(Optional.empty(), Optional.of(phrase())),
                                new Edit.PhraseChange(Optional.of(phrase()), Optional.empty())),
                        List.of(new Collection("k", "Tides", true, true)), List.of("p1")),
                new Edit.KeepPhrase(phrase()),
                new Edit.Reword(List.of(new Edit.Rewording(ADA, "m1", Remark.of("a"), Remark.of("b"))),
                        List.of(new Edit.Respoken(ADA, "c1", "a", "b")), List.of(),
                        Map.of(ADA, Instant.parse("2026-03-20T20:00:00Z"))),
                new Edit.OrderMark(ADA, "m1", 4), new Edit.TurnPage(ADA, new PageRef("d1", 2), 270),
                new Edit.BringBack(ADA, List.of(new Note(HEAD, new PagePoint(1, 2))),
                        Scorecard.EMPTY.with("c1", Optional.of(BigDecimal.ONE)), "whole", "private",
                        List.of(SPOKEN)),
                new Edit.KeepSpoken(ADA, SPOKEN), new Edit.RemoveSpoken(ADA, "s1"),
                new Edit.ChangeAids(new Aids(List.of(new Document("b1", "model.pdf", "0".repeat(64), 9,
                        new Pages.Ready(2, ""), "laid here")), "fr",
                        new Limits(Optional.of(BigDecimal.valueOf(50)), Optional.of(new BigDecimal("0.5"))),
                        List.of(new SetAside("tides wait for nobody", SetAside.Reason.QUOTATION)))),
                new Edit.AcceptFinding(ADA, new Acceptance("EMPTY_REMARK", "m1", "", "meant so")),
                new Edit.WithdrawAcceptance(ADA, new Acceptance("EMPTY_REMARK", "m1", "", "")),
                new Edit.LogLetter(ADA, new LetterSent("ab", "Tides", Instant.EPOCH, "by mail", true)),
                new Edit.StrikeLetter(ADA, "ab"), new Edit.LearnAddress(ADA, "ada@example.org"),
                new Edit.Enclose(ADA, new Document("e1", "model.pdf", "0".repeat(64), 9, new Pages.None(), "")),
                new Edit.RemoveEnclosure(ADA, "e1"),
                new Edit.ReceiveAnswer(ADA, new Answer("A-1", Optional.of(3), "Why?", Instant.EPOCH, "So.", true)),
                new Edit.Reply(ADA, "A-1", "Look at page 2."));
    }

    private static Phrase phrase() {
        return new Phrase("p1", "un", "Units, {name}!", "c1", Optional.of(BigDecimal.ONE), "Units", List.of("tides"),
                Audience.PRIVATE, Optional.of(new Phrase.With(Optional.of(Sign.CROSS), Ink.PLUM)), "k", "Units!");
    }

    private static MarkScheme everyKind() {
        Criterion base = new Criterion("c0", "Method", "what earns it", BigDecimal.TEN, BigDecimal.ONE);
        List<Manner> manners = List.of(new Manner.Points(),
                new Manner.Levels(List.of(new Manner.Level("l1", "Sound", "", BigDecimal.ONE, BigDecimal.TEN))),
                new Manner.Checklist(List.of(new Manner.Part("p1", "units", BigDecimal.ONE))),
                new Manner.Counted(Manner.Counted.What.SIGN, "TICK", BigDecimal.ONE, Manner.Counted.From.MAXIMUM,
                        Optional.of(4)),
                new Manner.WordsOnly());
        List<Criterion> criteria = new ArrayList<>(List.of(base));
        for (Manner manner : manners) {
            criteria.add(new Criterion("c" + criteria.size(), "Criterion", "", BigDecimal.TEN, BigDecimal.ONE, manner,
                    new BigDecimal("1.5"), Role.BONUS, "s1", "x", Optional.of(BigDecimal.TEN)));
        }
        Rules rules = new Rules(Optional.of(new Scaling(BigDecimal.TWO, BigDecimal.ONE,
                List.of(new Scaling.Point(BigDecimal.ONE, BigDecimal.TWO),
                        new Scaling.Point(BigDecimal.TWO, BigDecimal.TEN)),
                Optional.empty())),
                Optional.of(new LatePenalty(Duration.ofDays(1), BigDecimal.TEN,
                        List.of(new LatePenalty.Tier(Duration.ofHours(2), BigDecimal.ONE)), LatePenalty.Basis.EARNED,
                        Optional.of(BigDecimal.TEN), Optional.of(BigDecimal.ONE), Optional.of(Duration.ofDays(9)))),
                new Rounding(BigDecimal.ONE, Rounding.Rule.HALF_EVEN), Optional.of(GradeScale.READY.getFirst()), false,
                true, Optional.of(BigDecimal.TEN));
        return new MarkScheme(criteria,
                List.of(new Section("s1", "Plan", BigDecimal.TWO, Optional.of(2), Optional.of(BigDecimal.TEN))), rules);
    }

    /** As written by the first version. */
    @Test
    void readsAnOldSchemeWithTheUsualRules() throws JsonProcessingException {
        MarkScheme old = BatchJson.read(
                "{\"criteria\":[{\"id\":\"c1\",\"name\":\"Method\",\"text\":\"\",\"maximum\":8,\"step\":0.5}]}",
                MarkScheme.class);
        assertThat(old).isEqualTo(new MarkScheme(List.of(
                new Criterion("c1", "Method", "", BigDecimal.valueOf(8), new BigDecimal("0.5")))));
    }

    @ParameterizedTest
    @MethodSource("laterEdits")
    void readsBackLaterAdditions(Edit edit) throws JsonProcessingException {
        assertThat(BatchJson.read(BatchJson.write(edit), Edit.class)).isEqualTo(edit);
    }

    private static Arguments line(Edit edit, String json) {
        return Arguments.of(edit, json);
    }

    @ParameterizedTest
    @MethodSource("lines")
    void writesAnEditInItsEstablishedForm(Edit edit, String json) {
        assertThat(BatchJson.write(edit)).isEqualTo(json);
    }

    @ParameterizedTest
    @MethodSource("lines")
    void readsAnOldLineAsTheSameEdit(Edit edit, String json) throws JsonProcessingException {
        assertThat(BatchJson.read(json, Edit.class)).isEqualTo(edit);
    }

    @Test
    void readsAStrokeBackCurveByCurve() throws JsonProcessingException {
        Edit edit = new Edit.PlaceMark(ADA, Examples.stroke("m9"));
        String json = BatchJson.write(edit);
        assertThat(json).contains("\"kind\":\"stroke\"", "\"start\":[1.0,1.0]", "\"nib\":\"FINE\"");
        assertThat(BatchJson.read(json, Edit.class)).isEqualTo(edit);
    }

    @Test
    void refusesALineOfAnUnknownKind() {
        assertThatThrownBy(() -> BatchJson.read("{\"kind\":\"something-new\",\"student\":\"K-1\"}", Edit.class))
                .isInstanceOf(JsonProcessingException.class);
        assertThatThrownBy(() -> BatchJson.read("{\"kind\":\"score\"", Edit.class))
                .isInstanceOf(JsonProcessingException.class);
    }

    @Test
    void storesAMessageAsAValueAndAsText() throws Exception {
        Message why = Message.of(Database.class, "noBatch", Message.of(Workspace.class, "closed"));
        Edit edit = new Edit.MakePages(ADA, "d1", new Pages.None(why));
        String text = BatchJson.write(edit);
        assertThat(text).contains("\"module\":\"workspace\",\"key\":\"Database.noBatch\"",
                "\"key\":\"Workspace.closed\"", "\"words\":\"" + why.text());
        assertThat(BatchJson.read(text, Edit.class)).isEqualTo(edit);
        Pages.Ready ready = new Pages.Ready(1, "", List.of(why, Message.literal("More.")), Set.of());
        assertThat(BatchJson.read(BatchJson.write(ready), Pages.class)).isEqualTo(ready);
        assertThat(BatchJson.read(BatchJson.write(new Pages.Ready(1, "")), Pages.class))
                .isEqualTo(new Pages.Ready(1, ""));
    }

    /** From a batch of another version, or a forged one: no class is loaded by a name found in it. */
    @Test
    void fallsBackToTheStoredTextOfAnUnknownMessage() throws Exception {
        for (String from : List.of("\"module\":\"workspace\",\"key\":\"Database.saidNoMore\"",
                "\"module\":\"nowhere\",\"key\":\"Database.noBatch\"",
                "\"module\":\"x.y\",\"key\":\"Database.noBatch\"", "\"key\":7", "\"module\":[]")) {
            assertThat(BatchJson.read(
                    "{\"kind\":\"none\",\"reason\":{" + from + ",\"values\":[1,null],\"words\":\"So it was.\"}}",
                    Pages.class)).as(from).isEqualTo(new Pages.None(Message.literal("So it was.")));
        }
        assertThat(BatchJson.read("{\"kind\":\"none\",\"reason\":\"As of old.\"}", Pages.class))
                .isEqualTo(new Pages.None(Message.literal("As of old.")));
    }

    @Test
    void derivesPageTraitsOfEarlierBatchesFromTheirNote() throws Exception {
        Pages.Ready active = new Pages.Ready(1, "", List.of(Message.literal("note")),
                Set.of(Pages.Trait.ACTIVE, Pages.Trait.CERTIFIED));
        String text = BatchJson.write(new Edit.MakePages(ADA, "d1", active));
        assertThat(text).isEqualTo("{\"kind\":\"pages\",\"student\":\"K-1\",\"document\":\"d1\",\"pages\":"
                + "{\"kind\":\"ready\",\"count\":1,\"rendition\":\"\",\"note\":\"note\",\"traits\":[\"ACTIVE\",\"CERTIFIED\"]}}");
        assertThat(BatchJson.read(text, Edit.class)).isEqualTo(new Edit.MakePages(ADA, "d1", active));
        Pages earlier = BatchJson
                .read("{\"kind\":\"ready\",\"count\":1,\"rendition\":\"\",\"note\":\"It contains scripts or "
                        + "starts other programs. Nothing of that is run here.\"}", Pages.class);
        assertThat(earlier.has(Pages.Trait.ACTIVE)).isTrue();
        assertThat(earlier.has(Pages.Trait.CERTIFIED)).isFalse();
    }

    @Test
    void aReceiptHasItsDestinationExceptInTheFirstVersion() throws Exception {
        Receipt first = new Receipt("R-1", Instant.parse("2026-03-20T20:00:00Z"), "abc", "\"v1\"");
        assertThat(BatchJson.write(first)).doesNotContain("destination", "sent");
        Receipt named = first.of(Destination.record("https://records.example.org", "t1"), "page 1");
        String text = BatchJson.write(named);
        assertThat(text).contains("\"destination\":{\"place\":\"https://records.example.org\",\"task\":\"t1\"}",
                "\"sent\":\"page 1\"");
        assertThat(BatchJson.read(text, Receipt.class)).isEqualTo(named);
    }

    @Test
    void readsASubmissionBackAndOmitsEmptyFields() throws Exception {
        Submission nothing = Submission.untouched(new Student(ADA, "Ada", "Byron", ""), List.of());
        String empty = BatchJson.write(StoredSubmission.of(nothing));
        assertThat(empty).isEqualTo("{\"student\":" + BatchJson.write(new Student(ADA, "Ada", "Byron", ""))
                + ",\"scores\":{\"points\":{}}}");
        assertThat(BatchJson.read(empty, StoredSubmission.class).submission()).isEqualTo(nothing);
    }
}
