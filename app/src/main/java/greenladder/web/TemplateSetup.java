package greenladder.web;

import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.thymeleaf.context.IEngineContext;
import org.thymeleaf.context.IExpressionContext;
import org.thymeleaf.spring6.SpringTemplateEngine;
import org.thymeleaf.spring6.dialect.SpringStandardDialect;
import org.thymeleaf.spring6.expression.SPELVariableExpressionEvaluator;
import org.thymeleaf.spring6.expression.ThymeleafEvaluationContext;
import org.thymeleaf.standard.expression.IStandardVariableExpression;
import org.thymeleaf.standard.expression.IStandardVariableExpressionEvaluator;
import org.thymeleaf.standard.expression.StandardExpressionExecutionContext;
import org.thymeleaf.standard.expression.StandardExpressions;

/** Templates read our records directly. */
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
        private static final String CONTEXT =
                ThymeleafEvaluationContext.THYMELEAF_EVALUATION_CONTEXT_CONTEXT_VARIABLE_NAME;

        @Override
        public @Nullable Object evaluate(
                IExpressionContext context,
                IStandardVariableExpression expression,
                StandardExpressionExecutionContext execution) {
            if (context instanceof IEngineContext page
                    && page.getVariable(CONTEXT) instanceof ThymeleafEvaluationContext plain) {
                page.setVariable(CONTEXT, new RecordsContext(plain));
            }
            return SPELVariableExpressionEvaluator.INSTANCE.evaluate(
                    context, expression, execution);
        }
    }
}
