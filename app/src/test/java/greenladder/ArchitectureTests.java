package greenladder;

import static com.tngtech.archunit.base.DescribedPredicate.describe;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import greenladder.people.SignedIn;
import java.lang.reflect.Method;
import java.util.stream.Stream;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RequestMapping;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The arrows of the architecture. */
public class ArchitectureTests {
    private static final JavaClasses CLASSES =
            new ClassFileImporter()
                    .withImportOption(new ImportOption.DoNotIncludeTests())
                    // The tests of core, as the build hands them on.
                    .withImportOption(location -> !location.contains("-tests.jar"))
                    // What the build makes of all beans, for a start of the demo.
                    .withImportOption(location -> !location.contains("__"))
                    .importPackages("greenladder");

    @Test
    public void coreShouldKnowNoFrameworkAndNoClock() {
        noClasses()
                .that()
                .resideInAPackage("greenladder.core..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "org.springframework..",
                        "jakarta..",
                        "org.hibernate..",
                        "java.sql..",
                        "java.io..",
                        "java.nio.file..",
                        "java.time.Clock")
                .check(CLASSES);
        noClasses()
                .that()
                .resideInAPackage("greenladder.core..")
                .should()
                .callMethod(java.time.Instant.class, "now")
                .orShould()
                .callMethod(java.time.LocalDate.class, "now")
                .check(CLASSES);
    }

    @Test
    public void coreShouldNotDependOnTheApplication() {
        noClasses()
                .that()
                .resideInAPackage("greenladder.core..")
                .should()
                .dependOnClassesThat(
                        describe(
                                "the application",
                                one ->
                                        one.getPackageName().startsWith("greenladder")
                                                && !one.getPackageName()
                                                        .startsWith("greenladder.core")))
                .check(CLASSES);
    }

    @DataProvider
    public Object[][] stages() {
        return new Object[][] {{"breakdown"}, {"refine"}, {"trace"}, {"plan"}, {"work"}, {"track"}};
    }

    @Test(dataProvider = "stages")
    public void stageShouldBeUsedByNothingButTheDemo(String stage) {
        classes()
                .that()
                .resideInAPackage("greenladder." + stage + "..")
                .should()
                .onlyBeAccessed()
                .byAnyPackage("greenladder." + stage + "..", "greenladder.demo..")
                .check(CLASSES);
    }

    @Test
    public void packagesShouldBeFreeOfCircles() {
        slices().matching("greenladder.core.(*)..").should().beFreeOfCycles().check(CLASSES);
        slices().matching("greenladder.(*)..").should().beFreeOfCycles().check(CLASSES);
    }

    /**
     * Whoever gives something out is told to whom; only what signs in, and makes that an argument.
     */
    @Test
    public void readerShouldBeAnArgument() {
        noClasses()
                .that()
                .resideOutsideOfPackage("greenladder.people..")
                .and()
                .doNotHaveFullyQualifiedName("greenladder.view.ViewContexts")
                .should()
                .dependOnClassesThat()
                .haveSimpleName("SecurityContextHolder")
                .check(CLASSES);
    }

    /** Without the annotation it would be made of the request's own parameters. */
    @Test
    public void readerShouldComeFromTheSignIn() {
        assertThat(
                        CLASSES.stream()
                                .filter(one -> one.isMetaAnnotatedWith(Controller.class))
                                .flatMap(one -> Stream.of(one.reflect().getDeclaredMethods()))
                                .filter(ArchitectureTests::isHandler)
                                .filter(handler ->
                                        Stream.of(handler.getParameters())
                                                .filter(one -> one.getType() == SignedIn.class)
                                                .anyMatch(one ->
                                                        !one.isAnnotationPresent(
                                                                AuthenticationPrincipal.class))))
                .isEmpty();
    }

    private static boolean isHandler(Method method) {
        return AnnotatedElementUtils.hasAnnotation(method, RequestMapping.class)
                || AnnotatedElementUtils.hasAnnotation(method, ExceptionHandler.class);
    }

    @Test
    public void entitiesShouldStayInsideTheirFeature() {
        classes()
                .that()
                .areAnnotatedWith("jakarta.persistence.Entity")
                .should()
                .notBePublic()
                .check(CLASSES);
    }
}
