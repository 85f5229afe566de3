package greenladder.search;

import greenladder.core.value.ItemKey;
import java.io.Closeable;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.apache.lucene.document.BinaryDocValuesField;
import org.apache.lucene.document.Document;
import org.apache.lucene.document.Field.Store;
import org.apache.lucene.document.StringField;
import org.apache.lucene.document.TextField;
import org.apache.lucene.index.DirectoryReader;
import org.apache.lucene.index.IndexReader;
import org.apache.lucene.index.IndexWriter;
import org.apache.lucene.index.IndexWriterConfig;
import org.apache.lucene.index.LeafReaderContext;
import org.apache.lucene.index.Term;
import org.apache.lucene.search.BooleanClause.Occur;
import org.apache.lucene.search.BooleanQuery;
import org.apache.lucene.search.BoostQuery;
import org.apache.lucene.search.PhraseQuery;
import org.apache.lucene.search.PrefixQuery;
import org.apache.lucene.search.Query;
import org.apache.lucene.search.ScoreDoc;
import org.apache.lucene.search.SearcherManager;
import org.apache.lucene.search.TermQuery;
import org.apache.lucene.store.Directory;
import org.apache.lucene.store.FSDirectory;
import org.apache.lucene.util.BytesRef;

/** The full-text index itself: which words stand in which items. Safe for several threads. */
final class TextIndex implements Closeable {
    private static final String KEY = "key";
    private static final String TITLE = "title";
    private static final String TEXT = "text";
    private static final float TITLE_WEIGHT = 3;
    private static final int MOST_WORDS = 40;

    private final WordAnalyzer words = new WordAnalyzer();
    private final Directory directory;
    private final IndexWriter writer;
    private final SearcherManager searchers;

    /**
     * An item as the index takes it.
     *
     * @param text everything but the title: description, criteria, comments
     */
    record Entry(ItemKey key, String title, String text) {}

    private TextIndex(Directory directory) throws IOException {
        this.directory = directory;
        this.writer = new IndexWriter(directory, new IndexWriterConfig(words));
        this.searchers = new SearcherManager(writer, null);
    }

    static TextIndex open(Path directory) throws IOException {
        return new TextIndex(FSDirectory.open(directory));
    }

    /** What was noted at the last {@link #commit}; empty for a new index. */
    Map<String, String> noted() throws IOException {
        return DirectoryReader.indexExists(directory)
                ? DirectoryReader.listCommits(directory).getLast().getUserData()
                : Map.of();
    }

    void put(Entry entry) throws IOException {
        var document = new Document();
        var key = entry.key().toString();
        document.add(new StringField(KEY, key, Store.NO));
        document.add(new BinaryDocValuesField(KEY, new BytesRef(key)));
        document.add(new TextField(TITLE, entry.title(), Store.NO));
        document.add(new TextField(WordAnalyzer.PARTS, entry.title(), Store.NO));
        document.add(new TextField(TEXT, entry.text(), Store.NO));
        writer.updateDocument(new Term(KEY, key), document);
    }

    void remove(ItemKey key) throws IOException {
        writer.deleteDocuments(new Term(KEY, key.toString()));
    }

    void clear() throws IOException {
        writer.deleteAll();
    }

    /** Lets searches see what was put and removed. */
    void show() throws IOException {
        searchers.maybeRefreshBlocking();
    }

    /** Makes what was put and removed last, with a note beside it. */
    void commit(Map<String, String> note) throws IOException {
        writer.setLiveCommitData(note.entrySet());
        writer.commit();
    }

    /**
     * At most so many items in which every word stands, as written, by its stem or by its
     * beginning, the best first.
     */
    List<ItemKey> withAll(String text, int most) {
        return withAll(List.of(TITLE, TEXT), text, most);
    }

    /**
     * At most so many items in whose title every word stands, in the same ways; where there are
     * fewer, also from the middle of a word.
     */
    List<ItemKey> titled(String text, int most) {
        var found = withAll(List.of(TITLE), text, most);
        return found.size() < most
                ? withAll(List.of(TITLE, WordAnalyzer.PARTS), text, most)
                : found;
    }

    private List<ItemKey> withAll(List<String> fields, String text, int most) {
        var query = new BooleanQuery.Builder();
        for (var word : limited(words.asWritten(text))) {
            var any = new BooleanQuery.Builder();
            for (var field : fields) {
                if (field.equals(WordAnalyzer.PARTS)) {
                    any.add(within(word), Occur.SHOULD);
                    continue;
                }
                any.add(new PrefixQuery(new Term(field, word)), Occur.SHOULD);
                words.withStems(word)
                        .forEach(stem ->
                                any.add(new TermQuery(new Term(field, stem)), Occur.SHOULD));
            }
            query.add(any.build(), Occur.MUST);
        }
        var all = query.build();
        return all.clauses().isEmpty() ? List.of() : search(all, most);
    }

    /** The parts of a word one after the other; nothing is found for one that is too short. */
    private Query within(String word) {
        var phrase = new PhraseQuery.Builder();
        words.parts(word).forEach(part -> phrase.add(new Term(WordAnalyzer.PARTS, part)));
        return phrase.build();
    }

    /** The items with most words of a text, the best first. */
    List<ItemKey> like(String text, int most) {
        var query = new BooleanQuery.Builder();
        for (var word : limited(words.withStems(text))) {
            query.add(
                    new BoostQuery(new TermQuery(new Term(TITLE, word)), TITLE_WEIGHT),
                    Occur.SHOULD);
            query.add(new TermQuery(new Term(TEXT, word)), Occur.SHOULD);
        }
        return search(query.build(), most);
    }

    private static List<String> limited(List<String> words) {
        return words.subList(0, Math.min(MOST_WORDS, words.size()));
    }

    private List<ItemKey> search(Query query, int most) {
        try {
            var searcher = searchers.acquire();
            try {
                int limit = Math.max(1, Math.min(most, searcher.getIndexReader().maxDoc()));
                return keys(searcher.getIndexReader(), searcher.search(query, limit).scoreDocs);
            } finally {
                searchers.release(searcher);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** In the order of the hits, though each piece of the index is read once and forwards. */
    private static List<ItemKey> keys(IndexReader reader, ScoreDoc[] hits) throws IOException {
        var documents = Arrays.stream(hits).mapToInt(hit -> hit.doc).sorted().toArray();
        var keys = new HashMap<Integer, ItemKey>();
        int next = 0;
        for (LeafReaderContext leaf : reader.leaves()) {
            int end = leaf.docBase + leaf.reader().maxDoc();
            if (next == documents.length || documents[next] >= end) {
                continue;
            }
            var values = leaf.reader().getBinaryDocValues(KEY);
            for (; next < documents.length && documents[next] < end; next++) {
                values.advanceExact(documents[next] - leaf.docBase);
                keys.put(
                        documents[next],
                        ItemKey.parse(values.binaryValue().utf8ToString()).orElseThrow());
            }
        }
        return Arrays.stream(hits).map(hit -> Objects.requireNonNull(keys.get(hit.doc))).toList();
    }

    @Override
    public void close() throws IOException {
        searchers.close();
        writer.close();
        directory.close();
    }
}
