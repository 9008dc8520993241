<?php

/*
 * Words that headers use for each field, solid and folded ("E-Mail (1)" is "email1").
 * Source: compiled by hand from English usage in spreadsheets.
 */

return [
    'name.full' => 'name fullname supportername donorname contactname membername displayname personname guestname guest attendee supporter donor contact member nameinfull',
    'name.title' => 'title prefix salutation honorific nametitle mrmrs',
    'name.first' => 'firstname first fname forename givenname given christianname firstnames namefirst donorfirstname fstname firstnm',
    'name.middle' => 'middlename middle mname middleinitial mi middlei secondname middleinit',
    'name.last' => 'lastname last lname surname familyname family namelast donorlastname lstname lastnm sname',
    'name.suffix' => 'suffix namesuffix jrsr generation',
    'organization.name' => 'organization organisation organizationname organisationname org orgname company companyname business businessname employer institution foundation',
    'address.block' => 'fulladdress mailingaddress postaladdress completeaddress addressblock addressfull',
    'address.line1' => 'address address1 addr addr1 addressline1 street street1 streetaddress streetline1 mailingstreet homeaddress homestreet mailaddress addressstreet line1 streetaddress1 mailaddr1 homeaddr',
    'address.line2' => 'address2 addr2 addressline2 street2 apt unit apartment suite line2 aptunit streetaddress2 mailaddr2 addresscont',
    'address.city' => 'city town cityname municipality mailingcity homecity mailcity locality towncity citytown',
    'address.state' => 'state st province stateprovince stateprov prov region mailingstate homestate mailstate statecode provstate',
    'address.postal_code' => 'zip zipcode postalcode postcode zippostal zippostalcode postal mailingzip homezip mailzip zip5 zipplus4 zip4 mailingpostalcode pcode',
    'address.country' => 'country nation countrycode mailingcountry homecountry countryname',
    'email' => 'email emailaddress mail emailaddr primaryemail homeemail personalemail email1 emails workemail eaddress emailid',
    'phone' => 'phone telephone tel phonenumber phoneno homephone mobile mobilephone cell cellphone primaryphone phone1 telno telephonenumber contactnumber phonehome dayphone eveningphone fon',
    'id.old' => 'id legacyno legacyid legacynumber oldid olddatabaseid oldno recordid recordno recordnumber donorid donorno donornumber supporterid supporterno memberid memberno membernumber accountid accountno accountnumber account constituentid personid contactid customerid externalid extid sourceid no num number key uid ref idno idnumber systemid importid',
    'first_known' => 'firstknown since membersince donorsince dateadded created createddate createdon dateentered firstcontact firstcontactdate joindate joined dateofentry addedon customersince entrydate',
    'gift.date' => 'giftdate giftdt dateofgift donationdate dateofdonation gavedate contributiondate paymentdate transactiondate datereceived receiveddate depositdate date givendate givenon paiddate paidon lastgiftdate donateddate giftreceived',
    'gift.amount' => 'giftamount giftamt amount amt donation donationamount donationamt contribution contributionamount paymentamount gift total giftvalue value lastgiftamount lastgift sum amountpaid paid amountusd dollars donated',
    'gift.fund' => 'fund giftfund designation fundname purpose restriction fundcode appealfund project program campaign donationfund allocatedto',
    'gift.kind' => 'giftkind gifttype kind type paymenttype paymentmethod method paytype tender paidby payment giftmethod how payby paymentform medium',
    'gift.reference' => 'giftid giftno giftnumber receiptno receiptnumber receipt checknumber checkno chequeno checknum reference referenceno transactionid transactionno transid orderid confirmation donationid refno paymentid txn txnid check',
];
