import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.lang.classfile.ClassFile;
import java.lang.classfile.ClassHierarchyResolver;
import java.lang.classfile.ClassModel;
import java.lang.classfile.ClassTransform;
import java.lang.classfile.CodeBuilder;
import java.lang.classfile.CodeModel;
import java.lang.classfile.MethodBuilder;
import java.lang.classfile.MethodElement;
import java.lang.constant.ClassDesc;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;

/**
 * Converts the classes of the command line library to a format that the virtual machine's class cache accepts; see
 * docs/decisions/16-class-format.md. Their instructions stay as they are, except that the program has no Groovy to look
 * for.
 */
final class ClassFormat {
    private static final String JAR = "picocli-.*\\.jar";
    /** The first format with the type information that the cache requires, Java 6. */
    private static final int FIRST_ACCEPTED = 50;
    /** The format of the converted classes, Java 8. */
    private static final int WRITTEN = 52;

    /** The method that looks for a class of Groovy in every jar of the program, and returns null as there is none. */
    private static final String GROOVY = "loadClosureClass";

    private ClassFormat() {}

    /**
     * Converts the classes in a jar, if it is the command line library's.
     *
     * @throws IOException also if a converted class would not be valid
     */
    static void convert(Path jar) throws IOException {
        if (!jar.getFileName().toString().matches(JAR)) {
            return;
        }
        try (FileSystem inside = FileSystems.newFileSystem(jar); Stream<Path> all = Files.walk(inside.getPath("/"))) {
            ClassFile format = ClassFile.of(ClassFile.StackMapsOption.GENERATE_STACK_MAPS,
                    ClassFile.ClassHierarchyResolverOption.of(ClassHierarchyResolver
                            .ofResourceParsing(type -> open(inside, type))
                            .orElse(ClassHierarchyResolver.defaultResolver())));
            for (Path file : all.filter(f -> f.toString().endsWith(".class")).toList()) {
                ClassModel found = format.parse(Files.readAllBytes(file));
                if (found.majorVersion() < FIRST_ACCEPTED) {
                    Files.write(file, converted(format, found));
                }
            }
        }
    }

    private static byte[] converted(ClassFile format, ClassModel found) throws IOException {
        byte[] converted = format.transformClass(found, ClassTransform.transformingMethods(ClassFormat::convert)
                .andThen(ClassTransform.endHandler(type -> type.withVersion(WRITTEN, 0))));
        List<VerifyError> errors = format.verify(converted);
        if (!errors.isEmpty()) {
            throw new IOException(found.thisClass().asInternalName() + " cannot be converted: " + errors.getFirst());
        }
        return converted;
    }

    private static void convert(MethodBuilder method, MethodElement element) {
        if (!(element instanceof CodeModel body)) {
            method.with(element);
        } else if (body.parent().orElseThrow().methodName().equalsString(GROOVY)) {
            method.withCode(code -> code.aconst_null().areturn());
        } else {
            method.transformCode(body, CodeBuilder::with);
        }
    }

    /** @return null if the class is not in the jar, as the resolver expects */
    private static InputStream open(FileSystem jar, ClassDesc type) {
        String name = type.descriptorString();
        Path file = jar.getPath(name.substring(1, name.length() - 1) + ".class");
        try {
            return Files.exists(file) ? Files.newInputStream(file) : null;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
