package greenladder.web;

import java.util.List;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.expression.BeanResolver;
import org.springframework.expression.ConstructorResolver;
import org.springframework.expression.IndexAccessor;
import org.springframework.expression.MethodResolver;
import org.springframework.expression.OperatorOverloader;
import org.springframework.expression.PropertyAccessor;
import org.springframework.expression.TypeComparator;
import org.springframework.expression.TypeConverter;
import org.springframework.expression.TypeLocator;
import org.springframework.expression.TypedValue;
import org.thymeleaf.expression.IExpressionObjects;
import org.thymeleaf.spring6.expression.IThymeleafEvaluationContext;
import org.thymeleaf.spring6.expression.ThymeleafEvaluationContext;

/** What expressions of a page are evaluated in, with our records read first by our accessor. */
final class RecordsContext implements IThymeleafEvaluationContext {
    /** Under which name a page has it. */
    static final String VARIABLE =
            ThymeleafEvaluationContext.THYMELEAF_EVALUATION_CONTEXT_CONTEXT_VARIABLE_NAME;

    private final IThymeleafEvaluationContext page;
    private final List<PropertyAccessor> open;
    private final List<PropertyAccessor> restricted;

    /**
     * @param page has other accessors where it is restricted
     */
    RecordsContext(IThymeleafEvaluationContext page) {
        this.page = page;
        boolean was = page.isVariableAccessRestricted();
        page.setVariableAccessRestricted(false);
        open = withOurs(page.getPropertyAccessors());
        page.setVariableAccessRestricted(true);
        restricted = withOurs(page.getPropertyAccessors());
        page.setVariableAccessRestricted(was);
    }

    private static List<PropertyAccessor> withOurs(List<PropertyAccessor> others) {
        return Stream.concat(Stream.of(RecordAccessor.INSTANCE), others.stream()).toList();
    }

    @Override
    public List<PropertyAccessor> getPropertyAccessors() {
        return page.isVariableAccessRestricted() ? restricted : open;
    }

    @Override
    public boolean isVariableAccessRestricted() {
        return page.isVariableAccessRestricted();
    }

    @Override
    public void setVariableAccessRestricted(boolean isRestricted) {
        page.setVariableAccessRestricted(isRestricted);
    }

    @Override
    public IExpressionObjects getExpressionObjects() {
        return page.getExpressionObjects();
    }

    @Override
    public void setExpressionObjects(IExpressionObjects objects) {
        page.setExpressionObjects(objects);
    }

    @Override
    public TypedValue getRootObject() {
        return page.getRootObject();
    }

    @Override
    public List<IndexAccessor> getIndexAccessors() {
        return page.getIndexAccessors();
    }

    @Override
    public List<ConstructorResolver> getConstructorResolvers() {
        return page.getConstructorResolvers();
    }

    @Override
    public List<MethodResolver> getMethodResolvers() {
        return page.getMethodResolvers();
    }

    @Override
    public @Nullable BeanResolver getBeanResolver() {
        return page.getBeanResolver();
    }

    @Override
    public TypeLocator getTypeLocator() {
        return page.getTypeLocator();
    }

    @Override
    public TypeConverter getTypeConverter() {
        return page.getTypeConverter();
    }

    @Override
    public TypeComparator getTypeComparator() {
        return page.getTypeComparator();
    }

    @Override
    public OperatorOverloader getOperatorOverloader() {
        return page.getOperatorOverloader();
    }

    @Override
    public TypedValue assignVariable(String name, Supplier<TypedValue> value) {
        return page.assignVariable(name, value);
    }

    @Override
    public void setVariable(String name, @Nullable Object value) {
        page.setVariable(name, value);
    }

    @Override
    public @Nullable Object lookupVariable(String name) {
        return page.lookupVariable(name);
    }

    @Override
    public boolean isAssignmentEnabled() {
        return page.isAssignmentEnabled();
    }
}
