/** How the parts of this process are: what follows, what lags, what failed. Entry point: {@link evenharbor.app.common.health.HealthPart}. */
package evenharbor.app.common.health;
