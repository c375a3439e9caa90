package evenharbor.app.common.transaction;

import org.aopalliance.intercept.MethodInterceptor;
import org.springframework.aop.Advisor;
import org.springframework.aop.ProxyMethodInvocation;
import org.springframework.aop.support.ComposablePointcut;
import org.springframework.aop.support.DefaultPointcutAdvisor;
import org.springframework.aop.support.annotation.AnnotationMatchingPointcut;
import org.springframework.beans.factory.config.BeanDefinition;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Role;
import org.springframework.core.Ordered;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Puts the policy for deadlocks around every transaction, whether it is begun by annotation or by template. */
@Configuration
@Role(BeanDefinition.ROLE_INFRASTRUCTURE)
class TransactionSetup {

    @Bean
    @Role(BeanDefinition.ROLE_INFRASTRUCTURE)
    static Advisor deadlocksOutlived() {
        MethodInterceptor again = invocation ->
                Deadlocks.outlived(false, () -> proceed(((ProxyMethodInvocation) invocation).invocableClone()));
        ComposablePointcut transactional = new ComposablePointcut(
                        AnnotationMatchingPointcut.forClassAnnotation(Transactional.class))
                .union(AnnotationMatchingPointcut.forMethodAnnotation(Transactional.class));
        DefaultPointcutAdvisor advisor = new DefaultPointcutAdvisor(transactional, again);
        // Around the transaction, so that each try has one of its own.
        advisor.setOrder(Ordered.HIGHEST_PRECEDENCE);
        return advisor;
    }

    private static Object proceed(org.aopalliance.intercept.MethodInvocation invocation) throws Exception {
        try {
            return invocation.proceed();
        } catch (Exception | Error e) {
            throw e;
        } catch (Throwable e) {
            throw new IllegalStateException(e);
        }
    }

    @Bean
    TransactionTemplate transactionTemplate(PlatformTransactionManager manager) {
        return new OutlivingTemplate(manager);
    }
}
