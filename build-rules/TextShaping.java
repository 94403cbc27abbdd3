import static java.lang.constant.ConstantDescs.CD_boolean;
import static java.lang.constant.ConstantDescs.CD_byte;
import static java.lang.constant.ConstantDescs.CD_char;
import static java.lang.constant.ConstantDescs.CD_long;
import static java.lang.constant.ConstantDescs.CD_void;

import java.io.IOException;
import java.lang.classfile.ClassFile;
import java.lang.classfile.ClassModel;
import java.lang.classfile.ClassTransform;
import java.lang.classfile.CodeBuilder;
import java.lang.classfile.CodeElement;
import java.lang.classfile.CodeModel;
import java.lang.classfile.Label;
import java.lang.classfile.MethodModel;
import java.lang.classfile.instruction.InvokeInstruction;
import java.lang.classfile.instruction.StoreInstruction;
import java.lang.classfile.instruction.TypeCheckInstruction;
import java.lang.constant.ClassDesc;
import java.lang.constant.MethodTypeDesc;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import java.util.function.Predicate;

/**
 * Corrects two classes of JavaFX for Linux, so that wrapped text from right to left is drawn with the right words, and long
 * text in letters that are shaped does not stop the window; see docs/decisions/13-text-shaping.md. Ends with an error
 * where JavaFX is not as expected.
 */
final class TextShaping {
    private static final String PANGO_LAYOUT = "com/sun/javafx/font/freetype/PangoGlyphLayout";
    private static final String GLYPH_LAYOUT = "com/sun/javafx/text/GlyphLayout";
    /** The most UTF-16 units in a run that can be split. */
    private static final int AT_ONCE = 256;
    private static final String JAR = "javafx-graphics-.*-linux.*\\.jar";
    private static final ClassDesc LONG = ClassDesc.of("java.lang.Long");
    private static final ClassDesc CHARACTER = ClassDesc.of("java.lang.Character");
    private static final MethodTypeDesc ASKED = MethodTypeDesc.of(CD_boolean, CD_char);
    private static final String OS_PANGO = "com/sun/javafx/font/freetype/OSPango";
    private static final ClassDesc PANGO = ClassDesc.ofInternalName(OS_PANGO);
    private static final ClassDesc RUN = ClassDesc.of("com.sun.javafx.text.TextRun");

    private TextShaping() {}

    /**
     * Corrects the classes in a jar, if it is JavaFX's for Linux.
     *
     * @param target the folder the classes are written to; empty for into the jar
     */
    static void correct(Path jar, Optional<Path> target) throws IOException {
        if (!jar.getFileName().toString().matches(JAR)) {
            return;
        }
        try (FileSystem inside = FileSystems.newFileSystem(jar)) {
            correct(inside, PANGO_LAYOUT, target, TextShaping::isPangoCorrected, TextShaping::correctPango);
            correct(inside, GLYPH_LAYOUT, target, TextShaping::splitsLongRuns, TextShaping::splitLongRuns);
        }
    }

    private static void correct(FileSystem jar, String name, Optional<Path> target, Predicate<ClassModel> isCorrected,
            Function<ClassModel, byte[]> correction) throws IOException {
        Path file = jar.getPath(name + ".class");
        ClassModel found = ClassFile.of().parse(Files.readAllBytes(file));
        if (isCorrected.test(found)) {
            return;
        }
        byte[] corrected = correction.apply(found);
        if (!isCorrected.test(ClassFile.of().parse(corrected))) {
            throw new IOException(jar + " lays out text otherwise than expected: see whether JavaFX has mended it by now");
        }
        Path to = target.map(t -> t.resolve(name + ".class")).orElse(file);
        if (target.isPresent()) {
            Files.createDirectories(to.getParent());
        }
        Files.write(to, corrected);
    }

    private static boolean calls(ClassModel of, Predicate<MethodModel> method, String owner, String name) {
        return of.methods().stream()
                .filter(method)
                .flatMap(m -> m.code().orElseThrow().elementStream())
                .anyMatch(e -> isCall(e, owner, name));
    }

    private static boolean isCall(CodeElement element, String owner, String name) {
        return element instanceof InvokeInstruction call && call.name().equalsString(name)
                && call.owner().asInternalName().equals(owner);
    }

    // --- runs that are shaped by Pango

    private static boolean isLayout(MethodModel method) {
        return method.methodName().equalsString("layout");
    }

    private static boolean isPangoCorrected(ClassModel pango) {
        return calls(pango, TextShaping::isLayout, "java/util/Map", "remove");
    }

    /**
     * Frees the text that was cached for a run, so that it is made anew: the run may have been split at the end of a line since.
     * Takes Pango's items, one a font, in visual order: they come in logical order.
     */
    private static byte[] correctPango(ClassModel pango) {
        AtomicInteger count = new AtomicInteger();
        AtomicBoolean counted = new AtomicBoolean();
        return ClassFile.of().transformClass(pango,
                ClassTransform.transformingMethodBodies(TextShaping::isLayout, (code, element) -> {
                    if (isCall(element, "java/util/Map", "get")) {
                        code.invokeinterface(ClassDesc.of("java.util.Map"), "remove",
                                ((InvokeInstruction) element).typeSymbol());
                        return;
                    }
                    if (isCall(element, OS_PANGO, "g_list_nth_data")) {
                        countFromLast(code, count.get());
                    }
                    code.with(element);
                    if (element instanceof TypeCheckInstruction cast && cast.type().asSymbol().equals(LONG)) {
                        freeAndForget(code);
                    }
                    if (element instanceof StoreInstruction store && counted.getAndSet(false)) {
                        count.set(store.slot());
                    }
                    counted.compareAndSet(false, element instanceof InvokeInstruction call
                            && call.name().equalsString("g_list_length"));
                }));
    }

    /** Counts the item's index on the stack from the last item where the run, the first argument, is right-to-left. */
    private static void countFromLast(CodeBuilder code, int count) {
        if (count == 0) {
            throw new IllegalStateException("JavaFX counts the parts of a run otherwise than expected");
        }
        Label leftToRight = code.newLabel();
        code.aload(1).invokevirtual(RUN, "getLevel", MethodTypeDesc.of(CD_byte)).iconst_1().iand()
                .ifeq(leftToRight)
                .iload(count).iconst_1().isub().swap().isub()
                .labelBinding(leftToRight);
    }

    /** Frees the text whose address is on the stack, unless that is null, and leaves null there. */
    private static void freeAndForget(CodeBuilder code) {
        Label none = code.newLabel();
        code.dup()
                .ifnull(none)
                .dup()
                .invokevirtual(LONG, "longValue", MethodTypeDesc.of(CD_long))
                .invokestatic(PANGO, "g_free", MethodTypeDesc.of(CD_void, CD_long))
                .labelBinding(none)
                .pop()
                .aconst_null()
                .checkcast(LONG);
    }

    // --- long runs

    private static boolean isAdding(MethodModel method) {
        return method.methodName().equalsString("addTextRun") && method.methodTypeSymbol().parameterCount() == 8;
    }

    private static boolean splitsLongRuns(ClassModel layout) {
        return calls(layout, TextShaping::isAdding, "java/lang/Character", "isWhitespace");
    }

    /**
     * Splits a long run that is shaped, or within right-to-left text, after a space, else before a letter or an emoji: at
     * each end of a line the whole rest of a run is laid out again.
     */
    private static byte[] splitLongRuns(ClassModel layout) {
        return ClassFile.of().transformClass(layout,
                ClassTransform.transformingMethods(TextShaping::isAdding, (method, element) -> {
                    if (element instanceof CodeModel body) {
                        MethodTypeDesc type = body.parent().orElseThrow().methodTypeSymbol();
                        method.withCode(code -> {
                            splitLongRun(code, type);
                            body.forEach(code);
                        });
                    } else {
                        method.with(element);
                    }
                }));
    }

    private static void splitLongRun(CodeBuilder code, MethodTypeDesc type) {
        final int chars = 2;
        final int start = 3;
        final int length = 4;
        final int level = 7;
        final int shaped = 8;
        final int cut = 9;
        Label again = code.newLabel();
        Label toSpace = code.newLabel();
        Label noSpace = code.newLabel();
        Label toLetter = code.newLabel();
        Label found = code.newLabel();
        Label rest = code.newLabel();
        code.iload(shaped).iload(level).ior().ifeq(rest)
                .labelBinding(again)
                .iload(length).sipush(AT_ONCE).if_icmple(rest)
                .sipush(AT_ONCE).istore(cut)
                .labelBinding(toSpace)
                .iload(cut).ifle(noSpace)
                .aload(chars).iload(start).iload(cut).iadd().iconst_1().isub().caload()
                .invokestatic(CHARACTER, "isWhitespace", ASKED)
                .ifne(found)
                .iinc(cut, -1).goto_(toSpace)
                .labelBinding(noSpace)
                .sipush(AT_ONCE).istore(cut)
                .labelBinding(toLetter)
                .iload(cut).ifle(rest)
                .aload(chars).iload(start).iload(cut).iadd().caload().dup()
                .invokestatic(CHARACTER, "isLetter", ASKED)
                .swap()
                .invokestatic(CHARACTER, "isHighSurrogate", ASKED)
                .ior()
                .ifne(found)
                .iinc(cut, -1).goto_(toLetter)
                .labelBinding(found)
                .aload(0).aload(1).aload(chars).iload(start).iload(cut).aload(5).aload(6).iload(level).iload(shaped)
                .invokevirtual(ClassDesc.ofInternalName(GLYPH_LAYOUT), "addTextRun", type).pop()
                .iload(start).iload(cut).iadd().istore(start)
                .iload(length).iload(cut).isub().istore(length)
                .goto_(again)
                .labelBinding(rest);
    }
}
