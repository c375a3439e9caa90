package evenharbor.app.who.activity;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.repository.Repository;

interface ActivityRepository extends Repository<Activity, Long> {
    Activity save(Activity activity);

    List<Activity> findBySiteIdAndIdLessThanOrderByIdDesc(String siteId, long before, Limit limit);

    List<Activity> findByAccountIdAndSiteIdAndIdLessThanOrderByIdDesc(
            String accountId, String siteId, long before, Limit limit);

    List<Activity> findByAccountIdOrderByIdDesc(String accountId, Limit limit);

    List<Activity> findByIdGreaterThanOrderById(long id, Limit limit);

    List<Activity> findByAccountIdAndPersonIdAndIdLessThanOrderByIdDesc(
            String accountId, String personId, long before, Limit limit);

    Activity findFirstByOrderByIdDesc();
}
