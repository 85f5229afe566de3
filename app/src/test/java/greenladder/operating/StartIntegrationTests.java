package greenladder.operating;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import jakarta.persistence.EntityManagerFactory;
import java.util.Arrays;
import org.hibernate.bytecode.internal.none.BytecodeProviderImpl;
import org.hibernate.bytecode.spi.BytecodeProvider;
import org.hibernate.engine.spi.SessionFactoryImplementor;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.ConfigurableApplicationContext;
import org.testng.annotations.Test;

/** What makes the start as quick as it is, and would go unnoticed where it is lost. */
public class StartIntegrationTests extends RunningDemo {
    @Autowired private ConfigurableApplicationContext context;
    @Autowired private EntityManagerFactory factory;

    @Test
    public void noClassesShouldBeWrittenForRows() {
        assertThat(
                        factory.unwrap(SessionFactoryImplementor.class)
                                .getServiceRegistry()
                                .requireService(BytecodeProvider.class))
                .isInstanceOf(BytecodeProviderImpl.class);
    }

    @Test
    public void sampleWorkspaceShouldBeMadeBeforeThePages() {
        var beans = context.getBeanFactory();
        var packages =
                Arrays.stream(beans.getBeanDefinitionNames())
                        .map(name -> beans.getBeanDefinition(name).getBeanClassName())
                        .filter(name -> name != null && name.matches("greenladder\\.\\w+\\.\\w+"))
                        .map(name -> name.split("\\.")[1])
                        .distinct();
        assertThat(packages).first().isEqualTo("demo");
    }
}
