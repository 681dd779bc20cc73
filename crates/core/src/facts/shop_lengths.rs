//! Lengths of the shop: what joining takes and gives. All of them common practice, no source. Each is declared once, in inches
//! and in the whole millimetres that come closest.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::quantity::Length;

macro_rules! shop_lengths {
    ($($(#[$doc:meta])* $field:ident $words:literal $inch:expr, $metric:expr;)+) => {
        /// Lengths of the shop.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
        #[serde(deny_unknown_fields)]
        pub struct ShopLengths {
            $($(#[$doc])* pub $field: Length,)+
        }

        impl Default for ShopLengths {
            fn default() -> Self {
                Self { $($field: $inch,)+ }
            }
        }

        impl ShopLengths {
            /// The lengths whole millimetres come closest to, for an audit that is read in millimetres.
            pub const fn metric() -> Self {
                Self { $($field: $metric,)+ }
            }

            /// Every length with its field and what it is, in the order they are shown.
            pub fn named(&self) -> Vec<(&'static str, &'static str, Length)> {
                vec![$((stringify!($field), $words, self.$field),)+]
            }
        }
    };
}

shop_lengths! {
    /// Added to every pigtail.
    pigtail_margin "added to every pigtail" Length::sixteenths(8), Length::mm(13);
    /// Pigtails are cut to the next whole multiple of this.
    pigtail_step "pigtails are cut to the next multiple of" Length::sixteenths(4), Length::mm(5);
    /// No pigtail is shorter.
    pigtail_minimum "shortest workable pigtail" Length::inches(3), Length::mm(75);
    /// No pigtail of a ground is shorter.
    ground_pigtail_minimum "shortest pigtail of a ground" Length::inches(6), Length::mm(150);
    /// Free conductor needed to set an in-line lever connector.
    in_line_lever_needs "free length an in-line lever connector needs" Length::sixteenths(12), Length::mm(19);
    /// Free conductor needed to set a side-by-side lever connector.
    side_by_side_lever_needs "free length a side-by-side lever connector needs" Length::inches(1), Length::mm(25);
    /// Free conductor needed to bring pliers in for a twist-on connector.
    twist_on_needs "free length a twist-on connector needs" Length::inches(2), Length::mm(50);
    /// Free conductor needed to bring the tool in for a crimp sleeve.
    crimp_sleeve_needs "free length a crimp sleeve needs" Length::sixteenths(24), Length::mm(38);
    /// Lost where the pigtail lies beside the conductor in a lever connector or a crimp sleeve.
    side_by_side_overlap "overlap in a side-by-side connector or a sleeve" Length::sixteenths(7), Length::mm(11);
    /// Lost where the pigtail is twisted with the conductor.
    twist_on_overlap "overlap in a twist-on connector" Length::sixteenths(10), Length::mm(16);
    /// Cut from a hooked end.
    hook_cut "cut from a hooked end" Length::sixteenths(8), Length::mm(13);
    /// Cut from a nicked end.
    nick_cut "cut from a nicked end" Length::sixteenths(12), Length::mm(19);
    /// Sheath that must stay inside the box when it is stripped back.
    sheath_must_stay "sheath that stays inside when stripped back" Length::sixteenths(4), Length::mm(6);
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn inches_and_millimetres_are_2_5_mm_apart_at_most() {
        let metric = ShopLengths::metric().named();
        for ((field, _, inch), (_, _, millimetres)) in ShopLengths::default().named().into_iter().zip(metric) {
            let apart = inch.nm().abs_diff(millimetres.nm());
            assert!(apart <= 2_500_000, "{field}: {inch:?}, {millimetres:?}");
        }
    }
}
