package org.epiglyph.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import com.tngtech.archunit.library.dependencies.SliceAssignment;
import com.tngtech.archunit.library.dependencies.SliceIdentifier;
import java.util.stream.Stream;

/** The rules of docs/architecture.md that Maven modules do not enforce. */
@AnalyzeClasses(packages = "org.epiglyph", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule THE_CORE_KNOWS_THE_JAVA_PLATFORM_ALONE = classes().that()
            .resideInAPackage("org.epiglyph.core..")
            .should()
            .onlyDependOnClassesThat()
            .resideInAnyPackage("org.epiglyph.core..", "java.lang..", "java.util..", "java.math..", "java.time..",
                    "java.text..", "java.security..", "java.nio.charset..");

    @ArchTest
    static final ArchRule ONLY_DOCUMENTS_AND_THE_DEMO_TOUCH_PDF = noClasses().that()
            .resideOutsideOfPackages("org.epiglyph.documents..", "org.epiglyph.demo..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("org.apache.pdfbox..");

    @ArchTest
    static final ArchRule ONLY_THE_WORKSPACE_SPEAKS_SQL = noClasses().that()
            .resideOutsideOfPackage("org.epiglyph.workspace..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("java.sql..");

    @ArchTest
    static final ArchRule ONLY_THE_DESKTOP_HAS_AN_INTERFACE = noClasses().that()
            .resideOutsideOfPackage("org.epiglyph.desktop..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("javafx..");

    @ArchTest
    static final ArchRule MODELS_HAVE_NO_NODES = noClasses().that()
            .haveSimpleNameEndingWith("Model")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("javafx.scene..", "javafx.stage..");

    @ArchTest
    static final ArchRule THE_RECORD_OFFICE_SHARES_NOTHING_WITH_THE_PROGRAM = noClasses().that()
            .resideInAPackage("org.epiglyph.recordoffice..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.epiglyph.core..", "org.epiglyph.documents..", "org.epiglyph.exchange..",
                    "org.epiglyph.workspace..",
                    "org.epiglyph.carrier..", "org.epiglyph.command..", "org.epiglyph.desktop..");

    /** What only its own package needs is not public: the core's public types are what other packages build on. */
    @ArchTest
    static final ArchRule HELPERS_OF_THE_CORE_ARE_PACKAGE_PRIVATE = classes().that()
            .resideInAPackage("org.epiglyph.core..")
            .and()
            .areTopLevelClasses()
            .and()
            .arePublic()
            .should(new ArchCondition<>("be used in another package") {
                @Override
                public void check(JavaClass type, ConditionEvents events) {
                    boolean used = Stream.concat(Stream.of(type), type.getPackage().getClasses().stream())
                            .filter(t -> t.equals(type) || t.getName().startsWith(type.getName() + "$"))
                            .flatMap(t -> t.getDirectDependenciesToSelf().stream())
                            .anyMatch(d -> !d.getOriginClass().getPackageName().equals(type.getPackageName()));
                    events.add(new SimpleConditionEvent(type, used, type.getName() + " is used in its package only"));
                }
            });

    /** Every package of every module separately, including those that contain others. */
    @ArchTest
    static final ArchRule PACKAGES_FORM_NO_CIRCLES = slices().assignedFrom(new SliceAssignment() {
        @Override
        public SliceIdentifier getIdentifierOf(JavaClass type) {
            return type.getPackageName().startsWith("org.epiglyph")
                    ? SliceIdentifier.of(type.getPackageName())
                    : SliceIdentifier.ignore();
        }

        @Override
        public String getDescription() {
            return "packages";
        }
    }).should().beFreeOfCycles();

    @ArchTest
    static final ArchRule MODULES_FORM_NO_CIRCLES = slices().matching("org.epiglyph.(*)..").should().beFreeOfCycles();
}
