package evenharbor.app.what.live;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import evenharbor.core.what.live.Closure;
import tools.jackson.databind.json.JsonMapper;

/** Closures and lives as JSON, for the database. */
public final class LifeJson {

    private static final JsonMapper JSON = JsonMapper.builder()
            .addMixIn(Closure.Notice.class, NoticeKinds.class)
            .build();

    private LifeJson() {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Closure.Words.class, name = "WORDS"),
        @JsonSubTypes.Type(value = Closure.Page.class, name = "PAGE"),
        @JsonSubTypes.Type(value = Closure.Elsewhere.class, name = "ELSEWHERE")
    })
    private interface NoticeKinds {}

    /** A value as JSON. */
    public static String write(Object value) {
        return JSON.writeValueAsString(value);
    }

    /** A closure that was written. */
    static Closure closure(String json) {
        return read(json, Closure.class);
    }

    /** A value that was written. */
    public static <T> T read(String json, Class<T> type) {
        return JSON.readValue(json, type);
    }
}
