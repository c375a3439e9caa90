package evenharbor.app.common.web;

import com.google.common.hash.Hashing;
import com.google.common.hash.HashingOutputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.util.Set;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.Resource;
import org.springframework.http.HttpMethod;
import org.springframework.http.ResponseEntity;
import org.springframework.web.filter.ShallowEtagHeaderFilter;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Each answer of the API that is read whole has an entity tag, so that who asks again is told when nothing has changed
 * (RFC 9110 section 13). A revision's is strong, and can be insisted on; any other is weak.
 */
@Configuration
class EntityTags implements WebMvcConfigurer, HandlerInterceptor {

    /** What never ends, and has to be sent on at once: the filter would hold back each flush. */
    private static final String EVENTS = "/api/events";

    /** What is sent piece by piece, and is not to be kept back to be hashed. */
    private static final Set<Class<?>> BYTES = Set.of(byte[].class, Object.class, Void.class);

    @Bean
    ShallowEtagHeaderFilter entityTagFilter() {
        ShallowEtagHeaderFilter filter = new ShallowEtagHeaderFilter() {
            @Override
            protected boolean shouldNotFilter(HttpServletRequest request) {
                return !HttpMethod.GET.matches(request.getMethod())
                        || !request.getRequestURI().startsWith("/api/")
                        || request.getRequestURI().equals(EVENTS);
            }

            @Override
            protected String generateETagHeaderValue(InputStream answer, boolean weak) throws IOException {
                // Nobody has to be kept from finding two answers of one tag; MD5 took a third of the time of a long
                // answer.
                HashingOutputStream hashing =
                        new HashingOutputStream(Hashing.murmur3_128(), OutputStream.nullOutputStream());
                answer.transferTo(hashing);
                return (weak ? "W/" : "") + "\"" + hashing.hash() + "\"";
            }
        };
        filter.setWriteWeakETag(true);
        return filter;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (!(handler instanceof HandlerMethod method)
                || !isRead(method.getReturnType().getGenericParameterType())) {
            ShallowEtagHeaderFilter.disableContentCaching(request);
        }
        return true;
    }

    private static boolean isRead(Type answered) {
        if (answered instanceof ParameterizedType type) {
            return type.getRawType().equals(ResponseEntity.class)
                    ? isRead(type.getActualTypeArguments()[0])
                    : type.getRawType() instanceof Class<?> raw && raw.getName().startsWith("java.util.");
        }
        return answered instanceof Class<?> type
                && !BYTES.contains(type)
                && !type.isPrimitive()
                && !Resource.class.isAssignableFrom(type)
                && !type.getName().startsWith("org.springframework.");
    }
}
