package greenladder.api;

import greenladder.web.CsvWriter;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpInputMessage;
import org.springframework.http.HttpOutputMessage;
import org.springframework.http.MediaType;
import org.springframework.http.converter.AbstractHttpMessageConverter;
import org.springframework.http.converter.HttpMessageConverters;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Writes answers that are tables as CSV (RFC 4180) to those who ask for it. */
@Component
class CsvAnswers implements WebMvcConfigurer {
    private static final MediaType CSV = new MediaType("text", "csv", StandardCharsets.UTF_8);

    /** Last among all, so that who asks for nothing special is answered as ever. */
    @Override
    public void configureMessageConverters(HttpMessageConverters.ServerBuilder builder) {
        builder.configureMessageConvertersList(all -> all.add(new Writer()));
    }

    private static final class Writer extends AbstractHttpMessageConverter<Tabular> {
        Writer() {
            super(CSV);
        }

        @Override
        protected boolean supports(Class<?> type) {
            return Tabular.class.isAssignableFrom(type);
        }

        @Override
        public boolean canRead(Class<?> type, @Nullable MediaType media) {
            return false;
        }

        @Override
        protected Tabular readInternal(Class<? extends Tabular> type, HttpInputMessage input) {
            throw new HttpMessageNotReadableException("CSV is not read here.", input);
        }

        @Override
        protected void writeInternal(Tabular table, HttpOutputMessage output) throws IOException {
            var writer = new OutputStreamWriter(output.getBody(), StandardCharsets.UTF_8);
            var csv = new CsvWriter(writer);
            csv.row(table.heads());
            table.lines().forEach(line -> write(csv, line));
            csv.flush();
        }

        private static void write(CsvWriter csv, List<String> line) {
            try {
                csv.row(line);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }
}
