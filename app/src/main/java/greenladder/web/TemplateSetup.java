package greenladder.web;

import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.thymeleaf.context.IEngineContext;
import org.thymeleaf.context.IExpressionContext;
import org.thymeleaf.dialect.AbstractDialect;
import org.thymeleaf.dialect.IExpressionObjectDialect;
import org.thymeleaf.expression.IExpressionObjectFactory;
import org.thymeleaf.spring6.SpringTemplateEngine;
import org.thymeleaf.spring6.dialect.SpringStandardDialect;
import org.thymeleaf.spring6.expression.SPELVariableExpressionEvaluator;
import org.thymeleaf.spring6.expression.ThymeleafEvaluationContext;
import org.thymeleaf.standard.expression.IStandardVariableExpression;
import org.thymeleaf.standard.expression.IStandardVariableExpressionEvaluator;
import org.thymeleaf.standard.expression.StandardExpressionExecutionContext;
import org.thymeleaf.standard.expression.StandardExpressions;

/** Templates read our records directly, and use again what was drawn once: {@code #drawn}. */
@Configuration(proxyBeanMethods = false)
class TemplateSetup {
    @Bean
    static BeanPostProcessor recordsInTemplates() {
        return new BeanPostProcessor() {
            @Override
            public Object postProcessBeforeInitialization(Object bean, String name) {
                if (bean instanceof SpringTemplateEngine engine) {
                    engine.setDialects(
                            engine.getDialects().stream()
                                    .map(one ->
                                            one instanceof SpringStandardDialect
                                                    ? new RecordsDialect()
                                                    : one)
                                    .collect(Collectors.toCollection(LinkedHashSet::new)));
                }
                return bean;
            }
        };
    }

    @Bean
    static IExpressionObjectDialect drawnInTemplates(ObjectProvider<Drawings> drawings) {
        return new DrawnDialect(drawings);
    }

    /** The drawings are made of templates themselves: they are asked for when they are needed. */
    private static final class DrawnDialect extends AbstractDialect
            implements IExpressionObjectDialect, IExpressionObjectFactory {
        private static final String NAME = "drawn";

        private final ObjectProvider<Drawings> drawings;

        DrawnDialect(ObjectProvider<Drawings> drawings) {
            super(NAME);
            this.drawings = drawings;
        }

        @Override
        public IExpressionObjectFactory getExpressionObjectFactory() {
            return this;
        }

        @Override
        public Set<String> getAllExpressionObjectNames() {
            return Set.of(NAME);
        }

        @Override
        public Drawings buildObject(IExpressionContext context, String name) {
            return drawings.getObject();
        }

        @Override
        public boolean isCacheable(String name) {
            return true;
        }
    }

    private static final class RecordsDialect extends SpringStandardDialect {
        @Override
        public Map<String, Object> getExecutionAttributes() {
            var attributes = new HashMap<>(super.getExecutionAttributes());
            attributes.put(
                    StandardExpressions.STANDARD_VARIABLE_EXPRESSION_EVALUATOR_ATTRIBUTE_NAME,
                    new WithRecords());
            return attributes;
        }
    }

    /** Each page has a context of its own, made by its view. */
    private static final class WithRecords implements IStandardVariableExpressionEvaluator {
        @Override
        public @Nullable Object evaluate(
                IExpressionContext context,
                IStandardVariableExpression expression,
                StandardExpressionExecutionContext execution) {
            if (context instanceof IEngineContext page
                    && page.getVariable(RecordsContext.VARIABLE)
                            instanceof ThymeleafEvaluationContext plain) {
                page.setVariable(RecordsContext.VARIABLE, new RecordsContext(plain));
            }
            return SPELVariableExpressionEvaluator.INSTANCE.evaluate(
                    context, expression, execution);
        }
    }
}
