package org.epiglyph.carrier;

import java.util.List;
import java.util.Optional;
import org.epiglyph.core.Message;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.filing.Matching;
import org.epiglyph.core.filing.RuleLearning;
import org.epiglyph.exchange.filing.PlainLetters;

/** Finds the known filing rules that match the names of a source. */
final class KnownRules {
    private static final double FITS_WELL = 0.5;

    private KnownRules() {}

    /**
     * A known rule that most names match, if it is as good as one learnt from them; else the learnt one.
     *
     * @param letters how other scripts are transliterated
     * @param plain   matches students without a rule
     */
    static Optional<FilingRule> fitting(List<FilingRule> rules, PlainLetters letters, List<String> paths,
            Matching plain) {
        Optional<RuleLearning.Learnt> learnt = new RuleLearning(letters, plain)
                .learn(Message.of(KnownRules.class, "learnt").text(), paths);
        int fits = learnt.map(RuleLearning.Learnt::fits).orElse(0);
        return offered(rules, paths).stream()
                .filter(r -> fits(r, paths) >= fits)
                .findFirst()
                .or(() -> learnt.map(RuleLearning.Learnt::rule));
    }

    /** The rules that most names match. */
    static List<FilingRule> offered(List<FilingRule> rules, List<String> paths) {
        return rules.stream().filter(r -> !paths.isEmpty() && fits(r, paths) >= FITS_WELL * paths.size()).toList();
    }

    /** How many of the names match a rule. */
    static int fits(FilingRule rule, List<String> paths) {
        return (int) paths.stream().filter(p -> rule.read(p).isPresent()).count();
    }
}
