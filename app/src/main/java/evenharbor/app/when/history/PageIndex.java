package evenharbor.app.when.history;

import evenharbor.core.when.retention.MarkedContents;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import org.apache.lucene.analysis.TokenStream;
import org.apache.lucene.analysis.tokenattributes.CharTermAttribute;
import org.apache.lucene.document.Document;
import org.apache.lucene.document.Field;
import org.apache.lucene.document.FieldType;
import org.apache.lucene.document.StringField;
import org.apache.lucene.index.DirectoryReader;
import org.apache.lucene.index.IndexOptions;
import org.apache.lucene.index.IndexWriter;
import org.apache.lucene.index.IndexWriterConfig;
import org.apache.lucene.index.LeafReaderContext;
import org.apache.lucene.index.SegmentInfos;
import org.apache.lucene.index.Term;
import org.apache.lucene.index.Terms;
import org.apache.lucene.index.TermsEnum;
import org.apache.lucene.search.BooleanClause;
import org.apache.lucene.search.BooleanQuery;
import org.apache.lucene.search.BoostQuery;
import org.apache.lucene.search.IndexSearcher;
import org.apache.lucene.search.PhraseQuery;
import org.apache.lucene.search.PrefixQuery;
import org.apache.lucene.search.Query;
import org.apache.lucene.search.ScoreDoc;
import org.apache.lucene.search.SearcherManager;
import org.apache.lucene.search.TermInSetQuery;
import org.apache.lucene.search.TermQuery;
import org.apache.lucene.store.FSDirectory;
import org.apache.lucene.util.BytesRef;

/**
 * The words of pages, by content: a content is read once, however many versions of however many sites hold it. It is kept
 * by each node for itself and can be made anew from the contents at any time. A library's index, not the database's: that
 * one works within the transaction that adds a row, and filters by a site's contents only after it has matched all others'.
 */
public final class PageIndex implements AutoCloseable {

    private static final String HASH = "hash";
    private static final String TITLE = "title";
    private static final String TEXT = "text";
    private static final int SHORTEST_BEGINNING = 3;
    private static final int MOST_WORDS = 12;
    private static final int BUFFER = 48;

    /** Which rules made the words of the index: to be changed along with {@link PlainWords} and {@link PageText}. */
    private static final Map<String, String> READ_BY = Map.of("words", "2");

    /** Words with their places, for words that stand together; how long a page is counts for nothing. */
    private static final FieldType WORDS = words();

    private static FieldType words() {
        FieldType type = new FieldType();
        type.setTokenized(true);
        type.setOmitNorms(true);
        type.setIndexOptions(IndexOptions.DOCS_AND_FREQS_AND_POSITIONS);
        type.freeze();
        return type;
    }

    private static final float EXACT = 3;
    private static final float IN_TITLE = 2;

    private final IndexWriter writer;
    private final SearcherManager searchers;
    private final MarkedContents known = new MarkedContents();

    /** Opens or makes the index in a folder, which no other process may have open; one made by other rules is refused. */
    public PageIndex(Path folder) throws IOException {
        IndexWriterConfig config = new IndexWriterConfig(new PlainWords());
        config.setCommitOnClose(true);
        config.setRAMBufferSizeMB(BUFFER);
        FSDirectory files = FSDirectory.open(folder);
        if (DirectoryReader.indexExists(files) && !readBy(files).equals(READ_BY)) {
            throw new IllegalArgumentException("The index was made by other rules for words");
        }
        writer = new IndexWriter(files, config);
        writer.setLiveCommitData(READ_BY.entrySet());
        searchers = new SearcherManager(writer, null);
        hashes(known::add);
    }

    private static Map<String, String> readBy(FSDirectory files) throws IOException {
        return SegmentInfos.readLatestCommit(files).getUserData();
    }

    private interface Each {
        void hash(String hash);
    }

    private void hashes(Each each) throws IOException {
        searchers.maybeRefreshBlocking();
        IndexSearcher searcher = searchers.acquire();
        try {
            for (LeafReaderContext leaf : searcher.getIndexReader().leaves()) {
                Terms terms = leaf.reader().terms(HASH);
                TermsEnum all = terms == null ? TermsEnum.EMPTY : terms.iterator();
                for (BytesRef term = all.next(); term != null; term = all.next()) {
                    each.hash(term.utf8ToString());
                }
            }
        } finally {
            searchers.release(searcher);
        }
    }

    /** Whether the words of a content are known. */
    boolean knows(String hash) {
        synchronized (known) {
            return known.contains(hash);
        }
    }

    /** Takes up the words of a content that is not known: they are found from now on. Several threads may, of others. */
    public void add(String hash, PageText words) throws IOException {
        Document document = new Document();
        document.add(new StringField(HASH, hash, Field.Store.YES));
        document.add(new Field(TITLE, PageText.plain(words.title()), WORDS));
        document.add(new Field(TEXT, PageText.plain(words.text()), WORDS));
        writer.addDocument(document);
        synchronized (known) {
            known.add(hash);
        }
    }

    /** Keeps what was added. What a killed node did not keep is added anew. */
    void keep() throws IOException {
        writer.commit();
    }

    /** Forgets contents that are not there any more. */
    void forget(Predicate<String> gone) throws IOException {
        List<Term> terms = new ArrayList<>();
        hashes(hash -> {
            if (gone.test(hash)) {
                terms.add(new Term(HASH, hash));
            }
        });
        if (!terms.isEmpty()) {
            writer.deleteDocuments(terms.toArray(Term[]::new));
            writer.commit();
        }
    }

    /** The words of what was typed, as they are looked for. */
    static List<String> words(String typed) {
        List<String> words = new ArrayList<>();
        try (PlainWords analyzer = new PlainWords();
                TokenStream tokens = analyzer.tokenStream(TEXT, PageText.plain(typed))) {
            CharTermAttribute term = tokens.addAttribute(CharTermAttribute.class);
            tokens.reset();
            while (tokens.incrementToken() && words.size() < MOST_WORDS) {
                words.add(term.toString());
            }
            tokens.end();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return words;
    }

    /**
     * The contents among some in which all words stand, in any order; the last letters of a word may be left out. Words in
     * quotation marks stand together.
     *
     * @param most the most that are found, those that fit best
     * @return how well each fits, by its hash
     */
    public Map<String, Float> find(String typed, Collection<String> among, int most) throws IOException {
        List<String> words = words(typed);
        if (words.isEmpty() || among.isEmpty()) {
            return Map.of();
        }
        BooleanQuery.Builder query = new BooleanQuery.Builder();
        boolean together =
                typed.strip().length() > 2 && "\"“„«".indexOf(typed.strip().charAt(0)) >= 0;
        if (together) {
            query.add(either(phrase(TITLE, words), phrase(TEXT, words)), BooleanClause.Occur.MUST);
        } else {
            words.forEach(word -> query.add(word(word), BooleanClause.Occur.MUST));
            if (words.size() > 1) {
                query.add(new BoostQuery(phrase(TEXT, words), EXACT), BooleanClause.Occur.SHOULD);
            }
        }
        query.add(new TermInSetQuery(HASH, among.stream().map(BytesRef::new).toList()), BooleanClause.Occur.FILTER);
        // Whatever any thread has added by now is found.
        searchers.maybeRefreshBlocking();
        IndexSearcher searcher = searchers.acquire();
        try {
            Map<String, Float> found = new HashMap<>();
            for (ScoreDoc hit : searcher.search(query.build(), most).scoreDocs) {
                found.put(
                        searcher.storedFields().document(hit.doc, Set.of(HASH)).get(HASH), hit.score);
            }
            return found;
        } finally {
            searchers.release(searcher);
        }
    }

    private static Query word(String word) {
        BooleanQuery.Builder any = new BooleanQuery.Builder();
        for (String field : List.of(TITLE, TEXT)) {
            float weight = field.equals(TITLE) ? IN_TITLE : 1;
            any.add(new BoostQuery(new TermQuery(new Term(field, word)), EXACT * weight), BooleanClause.Occur.SHOULD);
            if (word.length() >= SHORTEST_BEGINNING) {
                any.add(new BoostQuery(new PrefixQuery(new Term(field, word)), weight), BooleanClause.Occur.SHOULD);
            }
        }
        return any.build();
    }

    private static Query either(Query one, Query other) {
        return new BooleanQuery.Builder()
                .add(one, BooleanClause.Occur.SHOULD)
                .add(other, BooleanClause.Occur.SHOULD)
                .build();
    }

    private static Query phrase(String field, List<String> words) {
        return new PhraseQuery(field, words.toArray(String[]::new));
    }

    @Override
    public void close() throws IOException {
        searchers.close();
        writer.close();
    }
}
