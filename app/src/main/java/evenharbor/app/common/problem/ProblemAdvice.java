package evenharbor.app.common.problem;

import com.google.common.base.Throwables;
import evenharbor.app.common.transaction.DatabaseAway;
import java.io.IOException;
import java.net.URI;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.MDC;
import org.springframework.beans.TypeMismatchException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.util.StringUtils;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.MissingRequestHeaderException;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.ServletRequestBindingException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.method.annotation.HandlerMethodValidationException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Turns what goes wrong into answers of RFC 9457. */
@RestControllerAdvice
class ProblemAdvice extends ResponseEntityExceptionHandler {

    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

    private static final String FULL =
            "The harbor's disk is full. Nothing was changed. Whoever runs this harbor has to make room.";

    @ExceptionHandler
    ResponseEntity<ProblemDetail> problem(Problem problem) {
        return answer(problem);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> storage(IOException e) {
        if (StringUtils.startsWithIgnoreCase(e.getMessage(), "broken pipe")) {
            return null;
        }
        LOG.error("Reading or writing failed", e);
        return told(
                isFull(e)
                        ? FULL
                        : "The transfer broke off before everything had arrived. Nothing was changed. Send it again.");
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> unexpected(RuntimeException e) {
        if (DatabaseAway.isAtTheEnd(e)) {
            LOG.warn("The database broke off at the end of a transaction: {}", e.getMessage());
            return told(
                    "The harbor's database broke off at the last step, and it is not known whether this was done. Check"
                            + " before you try again.");
        }
        if (DatabaseAway.isWhy(e) || e instanceof DataAccessResourceFailureException) {
            LOG.warn("The database does not answer: {}", e.getMessage());
            return told(
                    "The harbor's database does not answer just now. Nothing was changed; visitors are still served."
                            + " Try again in a moment.");
        }
        if (Throwables.getCausalChain(e).stream().anyMatch(ProblemAdvice::isFull)) {
            LOG.error("The disk is full: {}", e.getMessage());
            return told(FULL);
        }
        LOG.error("Unexpected", e);
        return told("This could not be done, and nothing was changed. Try again in a moment.");
    }

    private static boolean isFull(Throwable e) {
        return e instanceof IOException && String.valueOf(e.getMessage()).contains("No space left");
    }

    private static ResponseEntity<ProblemDetail> told(String words) {
        return answer(new Problem(ProblemType.UNEXPECTED, words));
    }

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        List<Problem.Violation> violations = e.getBindingResult().getFieldErrors().stream()
                .map(f -> new Problem.Violation(f.getField(), f.getDefaultMessage()))
                .toList();
        String first = violations.isEmpty()
                ? "Check what was sent."
                : violations.get(0).sentence();
        Problem problem = new Problem(ProblemType.INVALID, first).with("violations", violations);
        return ResponseEntity.status(problem.type().status()).body(detail(problem));
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        Problem problem = new Problem(
                ProblemType.INVALID,
                "The request cannot be read: see /api/openapi.json for what it must hold. Nothing was changed.");
        return ResponseEntity.status(problem.type().status()).body(detail(problem));
    }

    @Override
    protected ResponseEntity<Object> handleHandlerMethodValidationException(
            HandlerMethodValidationException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        List<Problem.Violation> violations = e.getParameterValidationResults().stream()
                .flatMap(each -> each.getResolvableErrors().stream()
                        .map(error -> new Problem.Violation(
                                String.valueOf(each.getMethodParameter().getParameterName()),
                                error.getDefaultMessage())))
                .toList();
        return invalid(violations);
    }

    @Override
    protected ResponseEntity<Object> handleServletRequestBindingException(
            ServletRequestBindingException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        String name = e instanceof MissingServletRequestParameterException parameter
                ? parameter.getParameterName()
                : e instanceof MissingRequestHeaderException header ? header.getHeaderName() : "";
        return invalid(List.of(new Problem.Violation(
                name, "“" + name + "” is missing: see /api/openapi.json for what is needed. Nothing was changed.")));
    }

    @Override
    protected ResponseEntity<Object> handleMissingServletRequestParameter(
            MissingServletRequestParameterException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        return handleServletRequestBindingException(e, headers, status, request);
    }

    @Override
    protected ResponseEntity<Object> handleTypeMismatch(
            TypeMismatchException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        String name = e instanceof MethodArgumentTypeMismatchException argument
                ? argument.getName()
                : String.valueOf(e.getPropertyName());
        return invalid(List.of(new Problem.Violation(
                name, "“" + e.getValue() + "” cannot be “" + name + "”: see /api/openapi.json for what can.")));
    }

    private static ResponseEntity<Object> invalid(List<Problem.Violation> violations) {
        Problem problem = Problem.fields(violations);
        return ResponseEntity.status(problem.type().status()).body(detail(problem));
    }

    private static ResponseEntity<ProblemDetail> answer(Problem problem) {
        return ResponseEntity.status(problem.type().status()).body(detail(problem));
    }

    private static ProblemDetail detail(Problem problem) {
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(
                HttpStatusCode.valueOf(problem.type().status()), problem.getMessage());
        detail.setType(URI.create(problem.type().uri()));
        detail.setTitle(problem.type().title());
        problem.extra().forEach(detail::setProperty);
        if (problem.type() == ProblemType.UNEXPECTED) {
            // Whoever runs the harbor finds what went wrong by it.
            detail.setProperty("request", MDC.get(RequestIds.KEY));
        }
        return detail;
    }
}
