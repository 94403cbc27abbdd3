import static java.lang.constant.ConstantDescs.CD_long;
import static java.lang.constant.ConstantDescs.CD_void;

import java.io.File;
import java.io.IOException;
import java.lang.classfile.ClassFile;
import java.lang.classfile.ClassTransform;
import java.lang.classfile.CodeElement;
import java.lang.classfile.CodeBuilder;
import java.lang.classfile.Label;
import java.lang.classfile.MethodModel;
import java.lang.classfile.instruction.InvokeInstruction;
import java.lang.classfile.instruction.TypeCheckInstruction;
import java.lang.constant.ClassDesc;
import java.lang.constant.MethodTypeDesc;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Corrects one class of JavaFX for Linux, so that wrapped text from right to left is drawn with the right words; see
 * docs/decisions/13-right-to-left-lines.md. Run by the build from its source; ends with an error where JavaFX is not as expected.
 */
final class RightToLeftLines {
    private static final String CLASS = "com/sun/javafx/font/freetype/PangoGlyphLayout.class";
    private static final String JAR = "javafx-graphics-.*-linux.*\\.jar";
    private static final ClassDesc LONG = ClassDesc.of("java.lang.Long");
    private static final ClassDesc PANGO = ClassDesc.of("com.sun.javafx.font.freetype.OSPango");

    private RightToLeftLines() {}

    /** @param arguments {@code in}, and a folder of jars; or {@code out of}, a class path and the folder to write the class to */
    public static void main(String[] arguments) throws IOException {
        if (arguments[0].equals("in")) {
            try (Stream<Path> files = Files.list(Path.of(arguments[1]))) {
                for (Path jar : files.filter(RightToLeftLines::isLinux).toList()) {
                    correct(jar, Optional.empty());
                }
            }
        } else {
            for (String entry : Arrays.asList(arguments[1].split(File.pathSeparator))) {
                if (isLinux(Path.of(entry))) {
                    correct(Path.of(entry), Optional.of(Path.of(arguments[2]).resolve(CLASS)));
                }
            }
        }
    }

    private static boolean isLinux(Path file) {
        return file.getFileName().toString().matches(JAR);
    }

    /** @param target where the class is written; empty for into the jar */
    private static void correct(Path jar, Optional<Path> target) throws IOException {
        try (FileSystem inside = FileSystems.newFileSystem(jar)) {
            Path file = inside.getPath(CLASS);
            byte[] found = Files.readAllBytes(file);
            if (isCorrected(found)) {
                return;
            }
            byte[] corrected = corrected(found);
            if (!isCorrected(corrected)) {
                throw new IOException(jar + " lays out text otherwise than expected: see whether JavaFX has mended it by now");
            }
            if (target.isPresent()) {
                Files.createDirectories(target.get().getParent());
            }
            Files.write(target.orElse(file), corrected);
        }
    }

    private static boolean isLayout(MethodModel method) {
        return method.methodName().equalsString("layout");
    }

    private static boolean isOfMap(CodeElement element, String name) {
        return element instanceof InvokeInstruction call && call.name().equalsString(name)
                && call.owner().asInternalName().equals("java/util/Map");
    }

    private static boolean isCorrected(byte[] bytes) {
        return ClassFile.of().parse(bytes).methods().stream()
                .filter(RightToLeftLines::isLayout)
                .flatMap(m -> m.code().orElseThrow().elementStream())
                .anyMatch(e -> isOfMap(e, "remove"));
    }

    /** What was kept of a run's text is taken out and freed, and so made anew, since the run may have been cut where a line ends. */
    private static byte[] corrected(byte[] bytes) {
        ClassFile file = ClassFile.of();
        return file.transformClass(file.parse(bytes),
                ClassTransform.transformingMethodBodies(RightToLeftLines::isLayout, (code, element) -> {
                    if (isOfMap(element, "get")) {
                        code.invokeinterface(ClassDesc.of("java.util.Map"), "remove",
                                ((InvokeInstruction) element).typeSymbol());
                    } else {
                        code.with(element);
                    }
                    if (element instanceof TypeCheckInstruction cast && cast.type().asSymbol().equals(LONG)) {
                        free(code);
                    }
                }));
    }

    /** Instead of the number on the stack, which says where the text lies, there is null afterwards. */
    private static void free(CodeBuilder code) {
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
}
