package greenladder.operating;

import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** Tells in words, without a stack of names, why the application does not start. */
class TooNewAnalyzer extends AbstractFailureAnalyzer<KnownSchema.TooNew> {
    @Override
    protected FailureAnalysis analyze(Throwable root, KnownSchema.TooNew cause) {
        return new FailureAnalysis(
                String.valueOf(cause.getMessage()), "Nothing was changed in the database.", cause);
    }
}
