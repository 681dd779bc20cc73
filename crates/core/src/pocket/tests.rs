//! Every calculator as one meets it: it begins with an example, answers in every edition, and takes whatever is typed.

use proptest::prelude::*;

use super::*;

/// What a calculator answers to what is typed.
pub(super) fn asked(calculator: &str, edition: Edition, typed: &[(&str, &str)]) -> Calculated {
    let typed = typed.iter().map(|(code, text)| ((*code).to_owned(), (*text).to_owned())).collect();
    let request = CalculateRequest { calculator: calculator.to_owned(), edition, units: UnitSystem::Inch, typed };
    calculate(&request).expect("it is a calculator with these fields")
}

/// The same where all of it can be read.
pub(super) fn worked(calculator: &str, edition: Edition, typed: &[(&str, &str)]) -> Worked {
    let answered = asked(calculator, edition, typed);
    answered.worked.unwrap_or_else(|| panic!("{calculator}: {:?}", answered.problems))
}

/// Its sentence, under NEC 2023.
pub(super) fn says(calculator: &str, typed: &[(&str, &str)]) -> String {
    worked(calculator, Edition::Nec2023, typed).says
}

/// One of its figures, under NEC 2023.
pub(super) fn figure(calculator: &str, what: &str, typed: &[(&str, &str)]) -> String {
    let answer = worked(calculator, Edition::Nec2023, typed);
    let line = answer.lines.iter().find(|line| line.what == what);
    line.map_or_else(|| panic!("{what}: {:?}", answer.lines), |line| line.figure.clone())
}

const UNITS: [UnitSystem; 2] = [UnitSystem::Inch, UnitSystem::Metric];

#[test]
fn each_answers_its_example_in_every_edition_and_unit() {
    for edition in Edition::ALL {
        for units in UNITS {
            for known in CALCULATORS {
                let request =
                    CalculateRequest { calculator: known.code.to_owned(), edition, units, typed: BTreeMap::new() };
                let answer = calculate(&request).expect("it is there");
                let worked =
                    answer.worked.unwrap_or_else(|| panic!("{} {edition:?}: {:?}", known.code, answer.problems));
                assert!(worked.says.ends_with('.'), "{}: {}", known.code, worked.says);
                assert!(worked.note.starts_with(known.title) && worked.note.contains(&worked.says), "{}", worked.note);
                assert!(!worked.working.is_empty() || worked.verdict.is_some(), "{}", known.code);
            }
        }
    }
}

#[test]
fn codes_stand_once_and_forms_say_what_they_begin_with() {
    let forms = calculators(&CalculatorsRequest::default());
    for (index, form) in forms.iter().enumerate() {
        assert!(forms[..index].iter().all(|before| before.code != form.code), "{}", form.code);
        for (place, field) in form.fields.iter().enumerate() {
            // The address of the page holds these beside the fields.
            assert!(!["edition", "units", "at"].contains(&field.code), "{} {}", form.code, field.code);
            assert!(
                form.fields[..place].iter().all(|before| before.code != field.code),
                "{} {}",
                form.code,
                field.code
            );
            if let FieldKind::Choice { choices } = &field.kind {
                assert!(choices.iter().any(|choice| choice.code == field.initial), "{} {}", form.code, field.code);
            }
        }
    }
}

#[test]
fn what_there_is_not_is_refused_by_name() {
    let request = |calculator: &str, field: &str| CalculateRequest {
        calculator: calculator.to_owned(),
        typed: BTreeMap::from([(field.to_owned(), String::new())]),
        ..CalculateRequest::default()
    };
    let problems = calculate(&request("abacus", "x")).expect_err("there is none such");
    assert!(problems[0].pointer == "/calculator" && problems[0].message.contains("box-fill"), "{problems:?}");
    let problems = calculate(&request("torque", "x")).expect_err("it has no such field");
    assert_eq!(problems[0].message, "there is no field `x` here; there are value, unit");
}

#[test]
fn a_field_that_cannot_be_read_is_named_and_all_of_them_at_once() {
    let typed = [("free", "2 furlongs"), ("sheath", ""), ("size", "13")];
    let answer = asked("free-conductor", Edition::Nec2023, &typed);
    let pointers: Vec<&str> = answer.problems.iter().map(|problem| problem.pointer.as_str()).collect();
    assert_eq!(pointers, ["/typed/free", "/typed/sheath", "/typed/size"]);
    assert!(answer.worked.is_none());
}

proptest! {
    #[test]
    fn whatever_is_typed_is_answered_or_said(
        which in 0..CALCULATORS.len(),
        edition in 0_usize..10,
        metric: bool,
        texts in proptest::collection::vec("[0-9]{0,6}[ ,./'\"]{0,2}[0-9]{0,4}(mm|m|V|lb|x|½)?|yes|no|\\PC{0,12}", 12),
        chosen in proptest::collection::vec(any::<u16>(), 12),
    ) {
        let known = CALCULATORS[which];
        let units = UNITS[usize::from(metric)];
        let fields = (known.fields)(units);
        let typed = fields.iter().zip(texts.iter().zip(&chosen)).map(|(field, (text, at))| {
            let text = match &field.kind {
                FieldKind::Choice { choices } => choices[usize::from(*at) % choices.len()].code.clone(),
                FieldKind::Count { least, most } if at % 4 > 0 => (least + u32::from(*at) % (most - least + 1)).to_string(),
                _ => text.clone(),
            };
            (field.code.to_owned(), text)
        }).collect();
        let request = CalculateRequest { calculator: known.code.to_owned(), edition: Edition::ALL[edition], units, typed };
        let answer = calculate(&request).expect("its fields are its own");
        prop_assert_eq!(answer.worked.is_some(), answer.problems.is_empty());
        for problem in &answer.problems {
            let code = problem.pointer.trim_start_matches("/typed/");
            prop_assert!(fields.iter().any(|field| field.code == code), "{}", problem);
        }
        if let Some(worked) = answer.worked {
            let figures = worked.lines.iter().map(|line| line.figure.as_str()).chain([worked.says.as_str()]);
            for figure in figures {
                prop_assert!(!figure.contains("NaN") && !figure.contains("inf "), "{}", figure);
            }
        }
    }
}
