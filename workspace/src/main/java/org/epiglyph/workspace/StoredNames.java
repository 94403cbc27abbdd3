package org.epiglyph.workspace;

import com.fasterxml.jackson.databind.PropertyNamingStrategy;
import com.fasterxml.jackson.databind.cfg.MapperConfig;
import com.fasterxml.jackson.databind.introspect.AnnotatedField;
import com.fasterxml.jackson.databind.introspect.AnnotatedParameter;
import java.util.Map;
import java.util.Set;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Limits;
import org.epiglyph.core.batch.SetAside;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.spoken.SpokenRemark;

/** The stored names of record components that have been renamed in the code since. */
final class StoredNames extends PropertyNamingStrategy {
    private static final long serialVersionUID = 1;
    /** Records whose component {@code text} is stored as {@code words}. */
    private static final Set<Class<?>> TEXT = Set.of(Remark.class, Phrase.class, SpokenRemark.class, Answer.class,
            SetAside.class, Edit.WriteOnCriterion.class, Edit.WriteOnTheWhole.class, Edit.WritePrivately.class,
            Edit.Reply.class);
    private static final Map<Class<?>, Map<String, String>> OTHERS = Map.of(Scorecard.class, Map.of("remarks", "words"),
            Limits.class, Map.of("remarkBelow", "wordsBelow"));

    @Override
    public String nameForField(MapperConfig<?> config, AnnotatedField field, String name) {
        return stored(field.getDeclaringClass(), name);
    }

    @Override
    public String nameForConstructorParameter(MapperConfig<?> config, AnnotatedParameter parameter, String name) {
        return stored(parameter.getDeclaringClass(), name);
    }

    private static String stored(Class<?> type, String name) {
        return TEXT.contains(type) && name.equals("text")
                ? "words"
                : OTHERS.getOrDefault(type, Map.of()).getOrDefault(name, name);
    }
}
