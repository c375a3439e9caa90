package evenharbor.app.common.transaction;

import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionCallback;
import org.springframework.transaction.support.TransactionTemplate;

/** A template whose transactions are carried out again after a lost deadlock. */
public final class OutlivingTemplate extends TransactionTemplate {

    OutlivingTemplate(PlatformTransactionManager manager) {
        super(manager);
    }

    /** Transactions of their own: what they do stands, whatever becomes of one that is under way. */
    public static OutlivingTemplate alone(PlatformTransactionManager manager) {
        OutlivingTemplate template = new OutlivingTemplate(manager);
        template.setPropagationBehavior(PROPAGATION_REQUIRES_NEW);
        return template;
    }

    @Override
    public <T> T execute(TransactionCallback<T> action) throws TransactionException {
        boolean own = getPropagationBehavior() == PROPAGATION_REQUIRES_NEW;
        try {
            return Deadlocks.outlived(own, () -> super.execute(action));
        } catch (RuntimeException e) {
            throw e;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }
}
