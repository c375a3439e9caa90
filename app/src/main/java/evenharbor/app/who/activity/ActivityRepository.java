package evenharbor.app.who.activity;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.repository.Repository;

interface ActivityRepository extends Repository<Activity, Long> {
    Activity save(Activity activity);

    List<Activity> findBySiteIdOrderByIdDesc(String siteId, Limit limit);

    List<Activity> findByAccountIdAndSiteIdOrderByIdDesc(String accountId, String siteId, Limit limit);

    List<Activity> findByAccountIdOrderByIdDesc(String accountId, Limit limit);

    List<Activity> findByIdGreaterThanOrderById(long id, Limit limit);

    List<Activity> findByAccountIdAndPersonIdOrderByIdDesc(String accountId, String personId, Limit limit);

    Activity findFirstByOrderByIdDesc();
}
