package org.epiglyph.figures;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.scoring.Criterion;

/** Explains each statistic in a sentence for a colleague who has never heard of it. */
public final class Explanations {
    /** With fewer results than this most statistics say nothing. */
    private static final int FEW = 5;
    private static final double HARD = 0.4;
    private static final double EASY = 0.9;
    private static final double WEAK = 0.2;
    private static final double SURE = 0.8;
    private static final double PARTLY = 0.5;
    private static final double ALIKE = 0.9;

    private Explanations() {}

    /** Everything there is to say about a class, most important first. */
    public static List<String> all(ClassFigures figures) {
        List<String> said = new ArrayList<>();
        said.add(results(figures));
        reliability(figures).ifPresent(said::add);
        figures.sections().forEach((name, c) -> said.add(section(name, c)));
        drift(figures).ifPresent(said::add);
        change(figures).ifPresent(said::add);
        evening(figures).ifPresent(said::add);
        pace(figures).ifPresent(said::add);
        missing(figures).ifPresent(said::add);
        return said;
    }

    /** The distribution of the results. */
    public static String results(ClassFigures figures) {
        Sample results = figures.results();
        if (results.size() == 0) {
            return "Nobody has a result yet.";
        }
        String range = count(results.size(), "result") + " from " + number(results.least()) + " to "
                + number(results.most()) + " of " + Criterion.format(figures.maximum()) + ", mean "
                + number(results.mean());
        if (results.size() < FEW) {
            return range + ". These are too few results to say much about the class.";
        }
        Interval half = results.middleHalf();
        return range + ". The middle half is from " + number(half.low()) + " to " + number(half.high()) + ".";
    }

    /** How reliable the result is. */
    static Optional<String> reliability(ClassFigures figures) {
        ItemAnalysis items = figures.items();
        if (items.alpha().isEmpty() || items.students() < FEW) {
            return Optional.empty();
        }
        double alpha = items.alpha().get();
        Interval interval = items.interval().orElseThrow();
        String sure = alpha >= SURE
                ? "The criteria agree well with each other"
                : alpha >= PARTLY
                        ? "The criteria agree only partly with each other"
                        : "The criteria hardly agree with each other";
        String error = items.standardError()
                .map(e -> " A total is uncertain by about " + points(e) + " (standard error).")
                .orElse("");
        String near = figures.nearby()
                .map(n -> " " + (n == 0 ? "No result is" : n == 1 ? "One result is" : n + " results are")
                        + " this close to a grade boundary.")
                .orElse("");
        return Optional.of(sure + ": alpha " + two(alpha) + " (95% interval " + two(interval.low()) + " to "
                + two(interval.high()) + ", " + items.students() + " students)." + error + near);
    }

    /** How a section of the class compares with the others. */
    static String section(String name, Contrast contrast) {
        return name + " is " + apart(contrast, "students") + effect(contrast);
    }

    private static String apart(Contrast contrast, String what) {
        double difference = contrast.difference();
        String apart = number(difference).equals("0")
                ? "about the same as the others"
                : points(Math.abs(difference)) + " " + (difference < 0 ? "lower" : "higher") + " than the others";
        return apart + " (" + interval(contrast.interval(), 1) + "; " + contrast.second() + " and " + contrast.first()
                + " " + what + "). " + chance(contrast.isWithinChance());
    }

    private static String interval(Interval interval, double factor) {
        return "95% interval " + signed(interval.low() * factor) + " to " + signed(interval.high() * factor);
    }

    private static String chance(boolean within) {
        return within ? "This could be chance." : "This is unlikely to be chance.";
    }

    private static String effect(Contrast contrast) {
        return contrast.isWithinChance()
                ? ""
                : contrast.effect().map(g -> " Effect size " + two(Math.abs(g)) + ".").orElse("");
    }

    /** Whether results went up or down while they were given. */
    public static Optional<String> drift(ClassFigures figures) {
        return figures.marking().trend().filter(_ -> figures.marking().inOrder().size() >= FEW).map(t -> {
            int steps = figures.marking().inOrder().size() - 1;
            double whole = t.slope() * steps;
            String way = "From the first submission you scored to the last, results " + (whole < 0 ? "fall" : "rise")
                    + " by " + points(Math.abs(whole)) + " (" + interval(t.interval(), steps) + "). ";
            return way + chance(t.isWithinChance()) + t.lastThird()
                    .map(c -> " The last third is " + number(Math.abs(c.difference())) + " "
                            + (c.difference() < 0 ? "lower" : "higher") + " than the first.")
                    .orElse("");
        });
    }

    /** Whether results given late in the evening differ. */
    static Optional<String> evening(ClassFigures figures) {
        return figures.marking()
                .evening()
                .map(c -> "Results scored between 21:00 and 5:00 are " + apart(c, "results"));
    }

    /** Whether results given after the last change of the mark scheme differ. */
    static Optional<String> change(ClassFigures figures) {
        return figures.marking()
                .changed()
                .map(c -> "Results scored after the last change of the mark scheme are " + apart(c, "results"));
    }

    /** Which criteria are related most closely, and which least. */
    public static Optional<String> relations(ClassFigures figures) {
        List<Relation> all = figures.relations();
        if (all.isEmpty() || all.getFirst().students() < FEW) {
            return Optional.empty();
        }
        Relation most = all.getFirst();
        String same = most.correlation() > ALIKE ? " They may assess much the same." : "";
        String least = all.size() > 1
                ? " " + pair(figures, all.getLast()) + " correlate least ("
                        + between(all.getLast()) + ")."
                : "";
        return Optional.of(pair(figures, most) + " correlate most (" + between(most) + ")." + same + least);
    }

    private static String pair(ClassFigures figures, Relation relation) {
        return figures.criteria().get(relation.first()).criterion().name() + " and "
                + figures.criteria().get(relation.second()).criterion().name();
    }

    private static String between(Relation relation) {
        return two(relation.correlation()) + ", 95% interval " + two(relation.interval().low()) + " to "
                + two(relation.interval().high());
    }

    /** How one student did compared with the class: on which criteria better or worse than the mean. */
    public static Optional<String> student(ClassFigures figures, Submission submission) {
        List<CriterionFigures> scored = figures.criteria()
                .stream()
                .filter(c -> c.scores().size() >= FEW && submission.scores().score(c.criterion().id()).isPresent())
                .sorted(Comparator.comparingDouble(c -> beside(c, submission)))
                .toList();
        if (scored.size() < 2) {
            return Optional.empty();
        }
        return Optional.of(
                "Compared with the class, strongest on " + onCriterion(scored.getLast(), submission) + ", weakest on "
                        + onCriterion(scored.getFirst(), submission) + ".");
    }

    private static String onCriterion(CriterionFigures figures, Submission submission) {
        double score = submission.scores().score(figures.criterion().id()).orElseThrow().doubleValue();
        return figures.criterion().name() + " (" + number(score) + ", the mean is " + number(figures.scores().mean())
                + ")";
    }

    /** In shares of the criterion's maximum, so that small and large criteria are comparable. */
    private static double beside(CriterionFigures figures, Submission submission) {
        double score = submission.scores().score(figures.criterion().id()).orElseThrow().doubleValue();
        double worth = figures.criterion().maximum().doubleValue();
        return worth == 0 ? 0 : (score - figures.scores().mean()) / worth;
    }

    /** How long marking takes, and how long the rest will take. */
    static Optional<String> pace(ClassFigures figures) {
        return figures.marking()
                .pace()
                .map(p -> "A submission takes you " + time(p) + figures.timeLeft()
                        .map(t -> "; " + figures.left() + " left, " + about(t))
                        .orElse("") + ".");
    }

    /** Which students are late or missing. */
    static Optional<String> missing(ClassFigures figures) {
        List<String> parts = new ArrayList<>();
        if (figures.nothing() > 0) {
            parts.add("nothing was received from " + figures.nothing());
        }
        if (figures.lateWork() > 0) {
            parts.add(figures.lateWork() + " were late");
        }
        return parts.isEmpty() ? Optional.empty() : Optional.of(capital(String.join(", ", parts)) + ".");
    }

    private static String discrimination(double d) {
        return d < WEAK
                ? "It hardly correlates with the other criteria (" + two(d)
                        + "): students who do well elsewhere do not do better here."
                : "It correlates with the other criteria (" + two(d) + ").";
    }

    /** What there is to say about a criterion. */
    public static List<String> criterion(CriterionFigures figures) {
        List<String> said = new ArrayList<>();
        String maximum = Criterion.format(figures.criterion().maximum());
        if (figures.scores().size() == 0) {
            return List.of("Nobody has a score on it yet.");
        }
        said.add(count(figures.scores().size(), "score") + " from " + number(figures.scores().least()) + " to "
                + number(figures.scores().most()) + " of " + maximum + ", mean " + number(figures.scores().mean())
                + " (" + percent(figures.facility()) + " of the maximum).");
        if (figures.scores().size() < FEW) {
            said.add("These are too few scores to say much about the criterion.");
            return said;
        }
        if (figures.facility() < HARD) {
            said.add("This is hard for this class.");
        } else if (figures.facility() > EASY) {
            said.add("This is easy for this class.");
        }
        figures.discrimination().ifPresent(d -> said.add(discrimination(d)));
        if (figures.isMiddleAlone()) {
            said.add("Only the middle of the scale is used.");
        }
        if (figures.notAttempted() > 0) {
            said.add(percent(figures.notAttempted() / (double) figures.asked()) + " did not attempt it.");
        }
        return said;
    }

    /** The number of students with each grade. */
    public static String grades(Map<String, Integer> grades) {
        return "Grades: "
                + String.join(", ", grades.entrySet().stream().map(e -> e.getKey() + " " + e.getValue()).toList());
    }

    private static String count(int count, String of) {
        return count == 1 ? "1 " + of : String.format(Locale.ENGLISH, "%,d %ss", count, of);
    }

    private static String points(double value) {
        String text = number(value);
        return text + (text.equals("1") ? " point" : " points");
    }

    private static String percent(double share) {
        return Math.round(share * 100) + "%";
    }

    /** To one decimal place, omitted if it is 0. */
    static String number(double value) {
        String text = String.format(Locale.ROOT, "%.1f", value);
        String plain = text.endsWith(".0") ? text.substring(0, text.length() - 2) : text;
        return plain.equals("-0") ? "0" : plain.replace('-', '\u2212');
    }

    private static String signed(double value) {
        String text = number(value);
        return text.startsWith("\u2212") || text.equals("0") ? text : "+" + text;
    }

    private static String two(double value) {
        return String.format(Locale.ROOT, "%.2f", value).replace('-', '\u2212');
    }

    /** "about 8 min", or "less than a minute". */
    public static String about(Duration duration) {
        return (duration.toMinutes() == 0 ? "" : "about ") + time(duration);
    }

    /** "8 min" or "2 h 10 min"; started minutes count, except the first. */
    static String time(Duration duration) {
        if (duration.toMinutes() == 0) {
            return "less than a minute";
        }
        long minutes = Math.max(1, Math.ceilDiv(duration.toSeconds(), 60));
        long hours = minutes / 60;
        return hours == 0
                ? minutes + " min"
                : hours + " h" + (minutes % 60 == 0 ? "" : " " + minutes % 60 + " min");
    }

    private static String capital(String text) {
        return Character.toUpperCase(text.charAt(0)) + text.substring(1);
    }
}
