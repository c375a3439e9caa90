/** Looking at what is to go out before it does. Entry point: {@link evenharbor.core.harbor.review.ReviewLife}. */
package evenharbor.core.harbor.review;
