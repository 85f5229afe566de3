package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.springframework.expression.AccessException;
import org.springframework.expression.spel.support.StandardEvaluationContext;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class RecordAccessorTests {
    private static final StandardEvaluationContext CONTEXT = new StandardEvaluationContext();

    private record Row(String title, int count) {}

    private static Object read(Object target, String name) throws AccessException {
        return RecordAccessor.INSTANCE.read(CONTEXT, target, name).getValue();
    }

    @Test
    public void componentsAndEmptinessShouldBeRead() throws AccessException {
        assertThat(read(new Row("A", 3), "title")).isEqualTo("A");
        assertThat(read(new Row("A", 3), "count")).isEqualTo(3);
        assertThat(read("", "empty")).isEqualTo(true);
        assertThat(read(List.of(1), "empty")).isEqualTo(false);
    }

    @DataProvider
    public Object[][] others() {
        return new Object[][] {
            {new Row("A", 3), "class"},
            {new Row("A", 3), "hashCode"},
            {"text", "class"},
            {List.of(), "first"},
            {new java.net.PasswordAuthentication("a", new char[0]), "userName"},
        };
    }

    @Test(dataProvider = "others")
    public void nothingElseShouldBeRead(Object target, String name) {
        assertThat(RecordAccessor.INSTANCE.canRead(CONTEXT, target, name)).isFalse();
        assertThatThrownBy(() -> read(target, name)).isInstanceOf(AccessException.class);
    }
}
