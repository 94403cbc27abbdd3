import java.io.IOException;
import java.lang.classfile.ClassFile;
import java.lang.classfile.ClassModel;
import java.lang.classfile.ClassTransform;
import java.lang.classfile.CodeBuilder;
import java.lang.classfile.CodeModel;
import java.lang.classfile.MethodModel;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Leaves out the screen of the headless platform. JavaFX copies each frame to it point by point, through a new buffer a
 * point, which takes most of a test's time unless the second compiler spends as much on it. No test looks at that screen:
 * pictures are taken of the scene. Ends with an error where JavaFX is not as expected.
 */
final class HeadlessScreen {
    private static final String WINDOW = "com/sun/glass/ui/headless/HeadlessWindow.class";
    private static final String JAR = "javafx-graphics-.+\\.jar";

    private HeadlessScreen() {}

    /** @param target the folder the class is written to, if the jar has it */
    static void leaveOut(Path jar, Path target) throws IOException {
        if (!jar.getFileName().toString().matches(JAR)) {
            return;
        }
        try (FileSystem inside = FileSystems.newFileSystem(jar)) {
            Path found = inside.getPath(WINDOW);
            if (!Files.exists(found)) {
                return; // the jar without a platform
            }
            ClassModel window = ClassFile.of().parse(Files.readAllBytes(found));
            if (window.methods().stream().noneMatch(HeadlessScreen::isCopying)) {
                throw new IOException(jar + " shows frames otherwise than expected: see whether the tests need " + WINDOW);
            }
            Path to = target.resolve(WINDOW);
            Files.createDirectories(to.getParent());
            Files.write(to, ClassFile.of().transformClass(window, ClassTransform.transformingMethods(
                    HeadlessScreen::isCopying, (method, element) -> {
                        if (element instanceof CodeModel) {
                            method.withCode(CodeBuilder::return_);
                        } else {
                            method.with(element);
                        }
                    })));
        }
    }

    private static boolean isCopying(MethodModel method) {
        return method.methodName().equalsString("blit");
    }
}
