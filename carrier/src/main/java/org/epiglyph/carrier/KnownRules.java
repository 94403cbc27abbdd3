package org.epiglyph.carrier;

import java.util.List;
import java.util.Optional;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.filing.Matching;
import org.epiglyph.core.filing.RuleLearning;
import org.epiglyph.exchange.filing.PlainLetters;

/**
 * Which filing rule fits the names of a source.
 *
 * @param rules   known before
 * @param letters how letters of other scripts are compared
 */
record KnownRules(List<FilingRule> rules, PlainLetters letters) {
    private static final double FITS_WELL = 0.5;

    KnownRules {
        rules = List.copyOf(rules);
    }

    /**
     * A known rule that most names follow, as well as one learnt from them; else the learnt one.
     *
     * @param plain finds students without a rule
     */
    Optional<FilingRule> fitting(List<String> paths, Matching plain) {
        Optional<RuleLearning.Learnt> learnt = new RuleLearning(letters, plain).learn("learnt from this batch", paths);
        int fits = learnt.map(RuleLearning.Learnt::fits).orElse(0);
        return offered(paths).stream()
                .filter(r -> fits(r, paths) >= fits)
                .findFirst()
                .or(() -> learnt.map(RuleLearning.Learnt::rule));
    }

    /** Those that most names follow. */
    List<FilingRule> offered(List<String> paths) {
        return rules.stream().filter(r -> !paths.isEmpty() && fits(r, paths) >= FITS_WELL * paths.size()).toList();
    }

    /** How many of the names follow a rule. */
    static int fits(FilingRule rule, List<String> paths) {
        return (int) paths.stream().filter(p -> rule.read(p).isPresent()).count();
    }
}
