package greenladder.files;

import jakarta.persistence.EntityManager;
import java.util.HashSet;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Each night, finds out which contents of files are referred to, and has the others swept. */
@Component
class FileSweeper {
    private static final Pattern ID = Pattern.compile("[0-9a-f]{64}");

    private final EntityManager entities;
    private final FileStore files;

    FileSweeper(EntityManager entities, FileStore files) {
        this.entities = entities;
        this.files = files;
    }

    @Scheduled(cron = "0 30 3 * * *")
    @Transactional(readOnly = true)
    void sweep() {
        files.sweep(referred());
    }

    /** By an item as it stands, by a text, or by a change that can be undone. */
    Set<String> referred() {
        var ids = new HashSet<String>();
        Stream.of(
                        "select text from item_detail where field = 'attachments'",
                        "select before_text from change_log where field = 'attachments'",
                        "select after_text from change_log where field = 'attachments'",
                        "select after_text from change_log where field = 'description'",
                        "select body from item_comment where body like '%/files/%'")
                .map(query -> entities.createNativeQuery(query, String.class))
                .flatMap(query -> query.getResultList().stream())
                .forEach(text -> {
                    if (text != null) {
                        var matcher = ID.matcher(String.valueOf(text));
                        while (matcher.find()) {
                            ids.add(matcher.group());
                        }
                    }
                });
        return ids;
    }
}
