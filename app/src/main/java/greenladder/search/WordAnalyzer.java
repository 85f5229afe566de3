package greenladder.search;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.lucene.analysis.Analyzer;
import org.apache.lucene.analysis.LowerCaseFilter;
import org.apache.lucene.analysis.TokenStream;
import org.apache.lucene.analysis.en.PorterStemFilter;
import org.apache.lucene.analysis.miscellaneous.ASCIIFoldingFilter;
import org.apache.lucene.analysis.miscellaneous.KeywordRepeatFilter;
import org.apache.lucene.analysis.miscellaneous.RemoveDuplicatesTokenFilter;
import org.apache.lucene.analysis.ngram.NGramTokenizer;
import org.apache.lucene.analysis.standard.StandardTokenizer;
import org.apache.lucene.analysis.tokenattributes.CharTermAttribute;

/**
 * How texts fall into words: in small letters, without accents, as written and as stems. One field
 * falls into every three characters that follow each other instead, so that a word is found from
 * its middle.
 */
final class WordAnalyzer extends Analyzer {
    /** The field of those. */
    static final String PARTS = "parts";

    /** So many characters are found from the middle of a word at least. */
    static final int PART = 3;

    private static final Analyzer AS_WRITTEN =
            new Analyzer() {
                @Override
                protected TokenStreamComponents createComponents(String field) {
                    var source = new StandardTokenizer();
                    return new TokenStreamComponents(source, plain(source));
                }
            };

    private static final Analyzer IN_PARTS =
            new Analyzer() {
                @Override
                protected TokenStreamComponents createComponents(String field) {
                    return parts();
                }
            };

    WordAnalyzer() {
        super(PER_FIELD_REUSE_STRATEGY);
    }

    @Override
    protected TokenStreamComponents createComponents(String field) {
        if (field.equals(PARTS)) {
            return parts();
        }
        var source = new StandardTokenizer();
        var stems = new PorterStemFilter(new KeywordRepeatFilter(plain(source)));
        return new TokenStreamComponents(source, new RemoveDuplicatesTokenFilter(stems));
    }

    private static TokenStreamComponents parts() {
        var source = new NGramTokenizer(PART, PART);
        return new TokenStreamComponents(source, plain(source));
    }

    private static TokenStream plain(TokenStream source) {
        return new ASCIIFoldingFilter(new LowerCaseFilter(source));
    }

    /** The words of a text as they are written. */
    List<String> asWritten(String text) {
        return tokens(AS_WRITTEN, text);
    }

    /** Every three characters of a word in turn; none of a shorter one. */
    List<String> parts(String word) {
        return tokens(IN_PARTS, word);
    }

    /** The words of a text and their stems, each word once. */
    List<String> withStems(String text) {
        return tokens(this, text).stream().distinct().toList();
    }

    private static List<String> tokens(Analyzer analyzer, String text) {
        try (var stream = analyzer.tokenStream("text", new StringReader(text))) {
            var words = new ArrayList<String>();
            var word = stream.addAttribute(CharTermAttribute.class);
            stream.reset();
            while (stream.incrementToken()) {
                words.add(word.toString());
            }
            stream.end();
            return words;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
